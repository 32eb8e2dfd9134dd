import type { Setup } from './model'

/** What an inline value is called by people, by its address: “Load limit” for `attribute:load-limit`. */
export type NameOf = (address: string) => string

/** Names of inline values: the label of an attribute in the source language, the name of anything else. */
export function inlineNames({ attributes, source }: Pick<Setup, 'attributes' | 'source'>): NameOf {
  return (address) => {
    const [kind, code = address] = address.split(':', 2) as [string, string?]
    const label = kind === 'attribute' ? attributes.get(code)?.labels[source] : undefined
    return label ?? code.replaceAll('-', ' ')
  }
}
