import { canonicalNumber, familyOf, type Measure } from '../../units/canonical'
import { formatDate, formatList, formatMeasure, formatNumber } from '../../units/format'
import { parseMeasure, parseNumber, splitMeasure, type DecimalSign } from '../../units/parse'
import { dayNumber, instantOf } from '../../moments/instant'
import { fold } from '../../text/fold'
import { type Attribute } from '../attribute'
import { labelIn } from '../../language/labels'
import { ValueProblem, expectText, type AttributeTypeEntry } from './shape'

export const number: AttributeTypeEntry = {
  label: 'number',
  editor: 'number',
  factWeight: 2,
  ruleKind: 'number',
  bounded: true,
  isText: false,
  check(given) {
    if (typeof given !== 'number' || !Number.isFinite(given))
      throw new ValueProblem('not-a-number', 'This has to be a number.')
    return given
  },
  isEmpty: () => false,
  fromCell(cell, _attribute, sign) {
    const n = parseNumber(cell, sign)
    if (n === undefined) throw new ValueProblem('not-a-number', numberMessage(cell, sign))
    return n
  },
  numberIn: (cell) => cell,
  toCell: (v) => String(v),
  comparable: (v) => v as number,
  display: (v, _a, { language }) => formatNumber(v as number, language),
}

function numberMessage(cell: string, sign: DecimalSign): string {
  const other = sign === '.' ? ',' : '.'
  return parseNumber(cell, other) === undefined
    ? `“${cell}” is not a number.`
    : `“${cell}” is only a number with “${other}” as the decimal sign, but this file uses “${sign}”.`
}

const measureMessages = {
  number: (cell: string, sign: DecimalSign) => numberMessage(splitMeasure(cell)?.number ?? cell, sign),
  'no-unit': (cell: string) => `“${cell}” has no unit; write it as in “1.2 kg”.`,
  'unknown-unit': (cell: string) => `The unit in “${cell}” is not known.`,
  'other-family': (cell: string, _s: DecimalSign, family: string) => `“${cell}” is not a ${family}.`,
}

export const measure: AttributeTypeEntry = {
  label: 'measure with a unit',
  editor: 'measure',
  hasUnit: true,
  factWeight: 3,
  ruleKind: 'measure',
  bounded: true,
  isText: false,
  check(given, attribute) {
    const m = typeof given === 'string' ? (measure.fromCell(given, attribute, '.') as Measure) : (given as Measure)
    if (
      typeof m !== 'object' ||
      m === null ||
      typeof m.value !== 'number' ||
      !Number.isFinite(m.value) ||
      typeof m.unit !== 'string'
    ) {
      throw new ValueProblem('wrong-shape', 'A measure is a number and a unit: {"value": 8, "unit": "in"} or "8 in".')
    }
    if (familyOf(m.unit) !== attribute.family)
      throw new ValueProblem('other-family', `“${m.unit}” is not a unit of ${attribute.family}.`)
    return { value: m.value, unit: (parseMeasure(`1 ${m.unit}`, attribute.family!) as Measure).unit }
  },
  isEmpty: () => false,
  fromCell(cell, attribute, sign) {
    const m = parseMeasure(cell, attribute.family!, sign)
    if (typeof m === 'string')
      throw new ValueProblem(
        m === 'number' ? 'not-a-measure' : m,
        measureMessages[m](cell, sign, attribute.family ?? 'measure'),
      )
    return m
  },
  numberIn: (cell) => splitMeasure(cell)?.number,
  toCell: (v) => `${(v as Measure).value} ${(v as Measure).unit}`,
  comparable: (v) => canonicalNumber(v as Measure),
  display: (v, _a, { language }) => formatMeasure(v as Measure, language),
}

const yes = new Set(['yes', 'true', '1', 'y', 'ja', 'oui', 'sì', 'si'])
const no = new Set(['no', 'false', '0', 'n', 'nein', 'non'])
const yesNoWords: Record<string, [string, string]> = {
  en: ['Yes', 'No'],
  de: ['Ja', 'Nein'],
  fr: ['Oui', 'Non'],
  it: ['Sì', 'No'],
  nl: ['Ja', 'Nee'],
  sv: ['Ja', 'Nej'],
  da: ['Ja', 'Nej'],
  fi: ['Kyllä', 'Ei'],
  ja: ['はい', 'いいえ'],
  ar: ['نعم', 'لا'],
}

export const yesNo: AttributeTypeEntry = {
  label: 'yes or no',
  editor: 'yes-no',
  factWeight: 1,
  ruleKind: 'yes-no',
  isText: false,
  check(given) {
    if (typeof given !== 'boolean') throw new ValueProblem('wrong-shape', 'This has to be true or false.')
    return given
  },
  isEmpty: () => false,
  fromCell(cell) {
    const s = fold(cell)
    if (yes.has(s)) return true
    if (no.has(s)) return false
    throw new ValueProblem('not-yes-no', `“${cell}” is neither yes nor no.`)
  },
  toCell: (v) => (v ? 'yes' : 'no'),
  comparable: (v) => v as boolean,
  display: (v, _a, { language }) => (yesNoWords[new Intl.Locale(language).language] ?? yesNoWords.en!)[v ? 0 : 1],
}

function optionCode(given: string, attribute: Attribute): string {
  const s = given.trim()
  if (attribute.options.some((o) => o.code === s)) return s
  const folded = fold(s)
  const byLabel = attribute.options.find(
    (o) => fold(o.code) === folded || Object.values(o.labels).some((l) => fold(l) === folded),
  )
  if (byLabel) return byLabel.code
  throw new ValueProblem(
    'unknown-option',
    `“${s}” is not one of the options: ${attribute.options.map((o) => o.code).join(', ')}.`,
  )
}

const optionLabel = (code: string, attribute: Attribute, labels: readonly string[]) =>
  labelIn(attribute.options.find((o) => o.code === code)?.labels ?? {}, labels, code)

export const choice: AttributeTypeEntry = {
  label: 'one choice',
  editor: 'option',
  options: 'one',
  factWeight: 3,
  ruleKind: 'code',
  isText: false,
  check(given, attribute) {
    const s = expectText(given, 'A choice')
    return s.trim() === '' ? '' : optionCode(s, attribute)
  },
  isEmpty: (v) => v === '',
  fromCell: (cell) => cell,
  toCell: (v) => String(v),
  comparable: (v) => v as string,
  display: (v, attribute, { labels }) => optionLabel(v as string, attribute, labels),
}

export const choices: AttributeTypeEntry = {
  label: 'several choices',
  editor: 'options',
  options: 'several',
  factWeight: 3,
  ruleKind: 'codes',
  isText: false,
  check(given, attribute) {
    if (!Array.isArray(given)) throw new ValueProblem('wrong-shape', 'Choices are a list of option codes.')
    const codes = given.map((g) => optionCode(expectText(g, 'A choice'), attribute))
    return [...new Set(codes)]
  },
  isEmpty: (v) => (v as string[]).length === 0,
  fromCell: (cell) =>
    cell
      .split('|')
      .map((c) => c.trim())
      .filter((c) => c !== ''),
  toCell: (v) => (v as string[]).join('|'),
  comparable: (v) => v as string[],
  display: (v, attribute, { language, labels }) =>
    formatList(
      (v as string[]).map((c) => optionLabel(c, attribute, labels)),
      language,
    ),
}

export const date: AttributeTypeEntry = {
  label: 'date',
  editor: 'date',
  factWeight: 0,
  ruleKind: 'date',
  bounded: true,
  isText: false,
  check(given) {
    const s = expectText(given, 'A date').trim()
    if (s === '') return s
    try {
      instantOf(s, 'UTC')
    } catch {
      throw new ValueProblem('not-a-date', `“${s}” is not a date; write it as year, month and day: 2026-11-27.`)
    }
    return s.slice(0, 10)
  },
  isEmpty: (v) => v === '',
  fromCell: (cell) => cell,
  toCell: (v) => String(v),
  comparable: (v) => dayNumber(v as string),
  display: (v, _a, { language }) => formatDate(v as string, language),
}
