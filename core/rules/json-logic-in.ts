import { dateOfDay, dayNumber } from '../moments/instant'
import { families } from '../units/registry'
import type { Setup } from '../catalogue/model'
import { RuleError, type Condition, type RulePlaces } from './condition'
import { findField } from './fields'
import type { JsonLogic } from './json-logic-out'
import { comparingOperators, operatorNames, writtenOperator, type OperatorName } from './operators'

type Test = { field: string; is: OperatorName; value?: unknown }
const isObject = (v: JsonLogic | undefined): v is { [op: string]: JsonLogic } =>
  typeof v === 'object' && v !== null && !Array.isArray(v)
/** The operators by the operation that says the same. */
const comparisons = new Map<string, OperatorName>(
  operatorNames.flatMap((name) => {
    const { name: comparing, isOpposite } = writtenOperator(name)!
    const { jsonLogic } = comparingOperators[comparing]
    return jsonLogic && !isOpposite ? [[jsonLogic, name]] : []
  }),
)
const flipped: Record<string, string> = {
  '<': '>',
  '<=': '>=',
  '>': '<',
  '>=': '<=',
  '==': '==',
  '===': '===',
  '!=': '!=',
  '!==': '!==',
}

/** Tests that a missing value never meets. */
const meetsNothing = new Set(['<', '<=', '>', '>=', '==', '===', 'in', 'like'])

/** The days of the calendar that dates are written in, as days since 1 January 1970. */
const days = { least: dayNumber('0001-01-01'), most: dayNumber('9999-12-31') }

/** What stands around a node. */
interface Scope {
  /** Inside `some` over a field with many values: that field, for which `{"var": ""}` stands. */
  item: string | null
  /** The currency of prices that name none. */
  money: string
  /** Inside `some` over the variants, where their facts are. */
  inVariants: boolean
}

/** The field that a variable means. */
function realName(name: string, { item }: Scope): string {
  if (name === '' && item !== null) return item
  return name === 'sku-order' ? 'sku' : name
}

/**
 * JsonLogic as a condition: the forms that `toJsonLogic` writes, and plain `== != < <= > >= in and or ! !!`
 * with the same meaning. A price without a currency is in the given one.
 * Facts of variants are asked by `some` over `variants`, where every product has at least itself. Asked plainly they
 * are refused: a parent has none of them, so JsonLogic over its facts would find `null < 60` true, and a condition
 * means any of its variants.
 * Throws a RuleError with the path of the node that cannot be said. `places` is told of which node each condition was
 * made, so that what is found wrong with a condition later is said of the node.
 */
export function fromJsonLogic(
  logic: JsonLogic,
  setup: Setup,
  currency: string,
  places: RulePlaces = new WeakMap(),
): Condition {
  const refuse = (path: string, message: string): never => {
    throw new RuleError([{ path, message }])
  }

  const variable = (v: JsonLogic | undefined): string | undefined => {
    if (!isObject(v) || !('var' in v)) return undefined
    const name = Array.isArray(v.var) ? v.var[0] : v.var
    return typeof name === 'string' ? name : undefined
  }

  const list = (v: JsonLogic | undefined): JsonLogic[] => (Array.isArray(v) ? v : v === undefined ? [] : [v])

  /** The fields that a test names itself: as an operand, or as the text of which it compares a part. */
  const variablesOf = (node: { [op: string]: JsonLogic }): string[] => {
    const own = variable(node)
    const [op] = Object.keys(node)
    const named = list(node[op!]).map((operand) => {
      const part = isObject(operand) && 'substr' in operand ? list(operand.substr)[0] : operand
      return variable(part)
    })
    return [own, ...named].filter((name): name is string => name !== undefined)
  }

  /** The field behind a variable; the item of a `some` over a list stands for the list. */
  const fieldOf = (name: string, path: string, scope: Scope) => {
    const real = realName(name, scope)
    const field = findField(real, setup)
    return typeof field === 'string' ? refuse(path, field) : field
  }

  /** Refuses a test of a variant's fact where the facts at hand are the product's. */
  const refusePlainlyAsked = (node: { [op: string]: JsonLogic }, path: string, scope: Scope): void => {
    if (scope.inVariants) return
    const [op] = Object.keys(node)
    if (op === 'and' || op === 'or') return
    const name = variablesOf(node).find((v) => {
      const field = findField(realName(v, scope), setup)
      return typeof field !== 'string' && field.perVariant
    })
    if (name === undefined) return
    const written = JSON.stringify(node)
    const shown = written.length <= 120 ? written : `{"${op}": …}`
    refuse(
      path,
      `“${name}” is a fact of variants. Ask for at least one of them: {"some": [{"var": "variants"}, ${shown}]}.`,
    )
  }

  /** The date of a day number. */
  const dateOf = (day: number, path: string): string =>
    Number.isInteger(day) && day >= days.least && day <= days.most
      ? dateOfDay(day)
      : refuse(path, `A date is a whole number of days since 1 January 1970, up to the year 9999, not ${day}.`)

  /** A canonical number or folded text turned back into a condition's value. */
  const value = (given: JsonLogic, name: string, path: string, scope: Scope): unknown => {
    const field = fieldOf(name, path, scope)
    if (isObject(given) || Array.isArray(given)) return refuse(path, 'A comparison is with a constant.')
    if (field.kind === 'measure' && typeof given === 'number')
      return { value: given, unit: families[setup.attributes.get(field.attribute!)!.family!] }
    if (field.kind === 'price' && typeof given === 'number') return { value: given, currency: scope.money }
    if (field.kind === 'date' && typeof given === 'number') return dateOf(given, path)
    if (field.kind === 'sku' && name === 'sku-order' && typeof given === 'string')
      return given.replace(/\d\d(\d+)/g, '$1')
    return given
  }

  const test = (name: string, is: OperatorName, v: unknown, scope: Scope): Test => ({
    field: realName(name, scope),
    is,
    ...(v === undefined ? {} : { value: v }),
  })

  const truthy = (name: string, path: string, scope: Scope): Condition => {
    const field = fieldOf(name, path, scope)
    if (field.kind === 'yes-no') return test(name, 'equals', true, scope)
    const there = test(name, 'present', true, scope)
    if (field.kind === 'number' || field.kind === 'price' || field.kind === 'measure' || field.kind === 'date') {
      return refuse(path, `Say what ${name} is compared with: in JsonLogic 0 is not true.`)
    }
    return there
  }

  const binary = (op: string, args: JsonLogic[], path: string, scope: Scope): Condition => {
    if (op === '<' || op === '<=') {
      const middle = variable(args[1])
      if (args.length === 3 && middle !== undefined) {
        const low = value(args[0]!, middle, path, scope)
        const high = value(args[2]!, middle, path, scope)
        return op === '<='
          ? test(middle, 'between', [low, high], scope)
          : { all: [test(middle, 'above', low, scope), test(middle, 'below', high, scope)] }
      }
    }
    if (args.length !== 2) return refuse(path, `“${op}” compares two things.`)
    let [left, right] = args as [JsonLogic, JsonLogic]
    let name = op
    if (variable(left) === undefined && variable(right) !== undefined) {
      ;[left, right] = [right, left]
      name = flipped[op]!
    }
    if (isObject(left) && 'substr' in left) return part(left.substr, right, name, path, scope)
    const f = variable(left)
    if (f === undefined) return refuse(path, `“${op}” compares a field, {"var": …}, with a constant.`)
    const compared = comparisons.get(name)
    if (compared) return test(f, compared, value(right, f, path, scope), scope)
    const negative = name.startsWith('!')
    fieldOf(f, path, scope)
    if (right === null) return test(f, 'present', negative, scope)
    const equal = test(f, 'equals', value(right, f, path, scope), scope)
    return negative ? { none: [equal] } : equal
  }

  /** `substr` of a field compared with a text: a prefix or a suffix. */
  const part = (substr: JsonLogic | undefined, text: JsonLogic, op: string, path: string, scope: Scope): Condition => {
    const [v, start, length] = (Array.isArray(substr) ? substr : []) as JsonLogic[]
    const f = variable(v)
    if (f === undefined || typeof text !== 'string' || !['==', '==='].includes(op))
      return refuse(path, 'A part of a text is compared with a text by === only.')
    if (start === 0 && length === text.length) return test(f, 'starts-with', text, scope)
    if (start === -text.length && length === undefined) return test(f, 'ends-with', text, scope)
    return refuse(
      path,
      'Only the beginning or the end of a text can be compared, as long as the text it is compared with.',
    )
  }

  /** `and` as it is written out: currency tests and guards against null go into the comparison beside them. */
  const conjunction = (args: JsonLogic[], path: string, scope: Scope): Condition => {
    let inside = scope.money
    const rest: { node: JsonLogic; path: string }[] = []
    const guarded = new Set<string>()
    args.forEach((node, i) => {
      const here = `${path}and[${i}]`
      // Guards and the two ends of “within days” are visited by nobody else.
      if (isObject(node)) refusePlainlyAsked(node, here, scope)
      const op = isObject(node) ? Object.keys(node)[0] : undefined
      const operands = isObject(node) && op ? list(node[op]) : []
      const f = variable(operands[0])
      if (f === 'currency' && (op === '===' || op === '==') && typeof operands[1] === 'string') inside = operands[1]
      else if (f !== undefined && (op === '!==' || op === '!=') && operands[1] === null && args.length > 1)
        guarded.add(f)
      else rest.push({ node, path: here })
    })
    // A guard says nothing of its own beside a comparison of the same field, which a missing value never meets.
    const named = JSON.stringify(
      rest
        .map((r) => r.node)
        .filter(
          (n) => isObject(n) && meetsNothing.has(Object.keys(n)[0]!) && !list(n[Object.keys(n)[0]!]).includes(null),
        ),
    )
    const children: Condition[] = [...guarded]
      .filter((f) => !named.includes(`{"var":${JSON.stringify(f)}}`))
      .map((f) => test(f, 'present', true, scope))
    const lasting = withinDays(
      rest.map((r) => r.node),
      scope,
    )
    if (lasting) return children.length ? { all: [...children, lasting] } : lasting
    children.push(...rest.map((r) => visit(r.node, r.path, { ...scope, money: inside })))
    const merged = asRange(children)
    return merged ?? (children.length === 1 ? children[0]! : { all: children })
  }

  const withinDays = (nodes: JsonLogic[], scope: Scope): Condition | undefined => {
    const m =
      /^\[\{"<=":\[\{"var":"([^"]+)"\},\{"var":"today"\}\]\},\{">=":\[\{"var":"\1"\},\{"-":\[\{"var":"today"\},(\d+)\]\}\]\}\]$/.exec(
        JSON.stringify(nodes),
      )
    return m ? test(m[1]!, 'within-days', Number(m[2]), scope) : undefined
  }

  /** Two comparisons of one field that make a range with both ends. */
  const asRange = (children: Condition[]): Condition | undefined => {
    const [a, b] = children
    if (children.length !== 2 || !a || !b || !('field' in a) || !('field' in b)) return undefined
    return a.field === b.field && a.is === 'at-least' && b.is === 'at-most'
      ? { field: a.field, is: 'between', value: [a.value, b.value] }
      : undefined
  }

  const visit = (node: JsonLogic, path: string, scope: Scope): Condition => {
    const made = conditionOf(node, path, scope)
    // One that was made of a part of this node stands there.
    if (!places.has(made)) places.set(made, path)
    return made
  }

  const conditionOf = (node: JsonLogic, path: string, scope: Scope): Condition => {
    if (node === true) return { all: [] }
    if (node === false) return { any: [] }
    if (!isObject(node)) return refuse(path, 'A condition is an object with one operation, or true or false.')
    const keys = Object.keys(node)
    if (keys.length !== 1) return refuse(path, 'A condition is an object with one operation.')
    refusePlainlyAsked(node, path, scope)
    const op = keys[0]!
    const args = list(node[op])
    const here = `${path}${path ? '.' : ''}`
    switch (op) {
      case 'and':
        return conjunction(args, here, scope)
      case 'or':
        return { any: args.map((a, i) => visit(a, `${here}or[${i}]`, scope)) }
      case '!': {
        const f = variable(args[0])
        if (f !== undefined) {
          const t = truthy(f, path, scope)
          return { none: [t] }
        }
        const inner = visit(args[0] ?? null, `${here}!`, scope)
        return 'any' in inner ? { none: inner.any } : { none: [inner] }
      }
      case '!!': {
        const f = variable(args[0])
        return f === undefined ? visit(args[0] ?? null, `${here}!!`, scope) : truthy(f, path, scope)
      }
      case 'var': {
        const f = variable(node)
        return f === undefined ? refuse(path, '“var” names a field.') : truthy(f, path, scope)
      }
      case 'like': {
        const f = variable(args[0])
        return f === undefined || typeof args[1] !== 'string'
          ? refuse(path, '“like” has a field and a pattern.')
          : test(f, 'like', args[1], scope)
      }
      case 'in': {
        const inList = variable(args[0])
        if (inList !== undefined && Array.isArray(args[1]))
          return test(
            inList,
            'one-of',
            args[1].map((v) => value(v, inList, path, scope)),
            scope,
          )
        const f = variable(args[1])
        if (f === undefined || typeof args[0] !== 'string')
          return refuse(path, '“in” has a text and a field, or a field and a list.')
        const { kind } = fieldOf(f, path, scope)
        return test(
          f,
          kind === 'codes' || kind === 'category' || (kind === 'texts' && f !== '') ? 'equals' : 'contains',
          args[0],
          scope,
        )
      }
      case 'some': {
        const f = variable(args[0])
        if (f === 'variants') {
          const inner = visit(args[1] ?? null, `${here}some[1]`, { ...scope, inVariants: true })
          return 'field' in inner &&
            (inner.is !== 'present' || inner.value !== false) &&
            fieldOf(inner.field, path, scope).perVariant
            ? inner
            : { variant: inner }
        }
        if (f === undefined || f === '')
          return refuse(path, '“some” goes over variants or over a field with many values.')
        return visit(args[1] ?? null, `${here}some[1]`, { ...scope, item: f })
      }
      default:
        if (op in flipped) return binary(op, args, path, scope)
        return refuse(path, `“${op}” cannot be expressed as a condition.`)
    }
  }
  return visit(logic, '', { item: null, money: currency, inVariants: false })
}
