/**
 * Where a storefront's shop shows its pages: an address for each kind, with parts in braces that differ from page to
 * page, as `https://shop.example/{language}/p/{slug}`.
 */
export interface PageAddresses {
  home: string
  product: string
  category: string
  page: string
  /** Pictures and files of pages. */
  picture: string
}
export type AddressKind = keyof PageAddresses

/** What the address of each kind of page can name, and which of it says which page is meant. */
const placeholders: Record<AddressKind, { can: readonly string[]; oneOf: readonly string[] }> = {
  home: { can: ['language'], oneOf: [] },
  product: { can: ['language', 'slug', 'sku'], oneOf: ['slug', 'sku'] },
  category: { can: ['language', 'category'], oneOf: ['category'] },
  page: { can: ['language', 'page'], oneOf: ['page'] },
  picture: { can: ['name'], oneOf: ['name'] },
}

/** The kinds of pages that have an address, in order. */
export const addressKinds = Object.keys(placeholders) as AddressKind[]

const placeholder = /\{([^{}]*)\}/g

const named = (address: string): string[] => [...address.matchAll(placeholder)].map(([, name]) => name!)

/** An address as a page could have it. */
const sample = (address: string): string => address.replace(placeholder, 'x')

/** Placeholders in a sentence: “{language}, {slug} or {sku}”. */
function braced(names: readonly string[]): string {
  const all = names.map((name) => `{${name}}`)
  const [last] = all.splice(-1)
  return all.length === 0 ? last! : `${all.join(', ')} or ${last}`
}

/** Whether an address is whole, and can be opened by a browser, once its parts are filled in. */
function isWebAddress(address: string): boolean {
  if (!URL.canParse(sample(address))) return false
  const { protocol, username, password, hash } = new URL(sample(address))
  return (protocol === 'https:' || protocol === 'http:') && username === '' && password === '' && hash === ''
}

/**
 * What is wrong with the address of a kind of page in a storefront that has so many languages, in words; undefined
 * where nothing is.
 */
export function addressProblem(kind: AddressKind, address: string, languages: number): string | undefined {
  const { can, oneOf } = placeholders[kind]
  const names = named(address)
  const unknown = names.find((name) => !can.includes(name))
  if (unknown !== undefined) return `{${unknown}} is not known here. Use ${braced(can)}.`
  if (!isWebAddress(address)) return 'Not a web address. Begin with https:// or http://.'
  if (oneOf.length > 0 && !oneOf.some((name) => names.includes(name)))
    return `All pages would have this address. Put ${braced(oneOf)} where it tells which page is meant.`
  if (languages > 1 && can.includes('language') && !names.includes('language'))
    return 'All languages would have this address. Put {language} where it tells which is meant.'
  return undefined
}

function filled(address: string, parts: Readonly<Record<string, string>>): string {
  return address.replace(placeholder, (_, name: string) => encodeURIComponent(parts[name] ?? ''))
}

/** The site of the home page, as browsers name it. */
export const originOfPages = ({ home }: PageAddresses): string => new URL(sample(home)).origin

/** The address of a product's page in a language; without a slug its SKU stands for it. */
export const productAddress = (
  { product }: PageAddresses,
  { language, sku, slug }: { language: string; sku: string; slug: string | null },
): string => filled(product, { language, sku, slug: slug ?? sku })

export const homeAddress = ({ home }: PageAddresses, language: string): string => filled(home, { language })

export const categoryAddress = (addresses: PageAddresses, language: string, category: string): string =>
  filled(addresses.category, { language, category })

export const pageAddress = (addresses: PageAddresses, language: string, page: string): string =>
  filled(addresses.page, { language, page })

export const pictureAddress = ({ picture }: PageAddresses, name: string): string => filled(picture, { name })
