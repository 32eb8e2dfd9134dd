import { decimalSignIn } from '@core/units/typed'

/** The language in which the person writes numbers: the browser's, which need not be that of the interface. */
export function numberLanguage(): string {
  try {
    return new Intl.NumberFormat(navigator.language).resolvedOptions().locale
  } catch {
    return interfaceLanguage
  }
}

/** A number as the person would type it: without groups, with their decimal sign. */
export function numberToType(n: number): string {
  const [whole, fraction] = toDecimalText(n).split('.') as [string, string | undefined]
  return fraction === undefined ? whole : `${whole}${decimalSignIn(numberLanguage())}${fraction}`
}

/** A number in digits, never with an exponent. */
const toDecimalText = (n: number) =>
  /e/i.test(String(n)) ? n.toLocaleString('en-US', { useGrouping: false, maximumFractionDigits: 20 }) : String(n)
