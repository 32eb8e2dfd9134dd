/**
 * The check digit of a GTIN without its last digit, by GS1 General Specifications, section 7.9:
 * from the right, digits are weighted 3, 1, 3, 1…; the check digit fills the sum up to a multiple of ten.
 */
export function checkDigit(digits: string): number {
  let sum = 0
  for (let i = 0; i < digits.length; i++) {
    sum += Number(digits[digits.length - 1 - i]) * (i % 2 === 0 ? 3 : 1)
  }
  return (10 - (sum % 10)) % 10
}

/** What is wrong with a GTIN, or undefined where it is sound: 8, 12, 13 or 14 digits with the right check digit. */
export function gtinProblem(gtin: string): string | undefined {
  if (!/^\d+$/.test(gtin)) return 'A GTIN has digits only.'
  if (![8, 12, 13, 14].includes(gtin.length)) return `A GTIN has 8, 12, 13 or 14 digits; this one has ${gtin.length}.`
  const right = checkDigit(gtin.slice(0, -1))
  if (Number(gtin.at(-1)) !== right)
    return `The last digit of this GTIN should be ${right}, going by the digits before it.`
  return undefined
}

/** A GTIN as it is stored: without the spaces and hyphens that people put between its digits. */
export const bareGtin = (text: string) => text.replace(/[\s-]/g, '')
