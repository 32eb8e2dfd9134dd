import type { Setup } from './model'

/** What an inline value is called, by its address: “Load limit” for `attribute:load-limit`. */
export function inlineName(address: string, { attributes, source }: Pick<Setup, 'attributes' | 'source'>): string {
  const code = address.replace(/^(attribute|storefront|step|live|page):/, '')
  return attributes.get(code)?.labels[source] ?? code.replaceAll('-', ' ')
}
