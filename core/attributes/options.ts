import { codeOfName, freeCode } from '../text/code'
import type { Option } from './attribute'

/**
 * Options with more behind them, by their labels in the source language; one that is there already, or says nothing,
 * adds none.
 */
export function withOptions(options: readonly Option[], labels: readonly string[], source: string): Option[] {
  const out = [...options]
  for (const label of labels.map((l) => l.trim())) {
    if (label === '' || out.some((o) => o.labels[source] === label)) continue
    // Short labels such as sizes are their own codes.
    const base = /^[A-Za-z0-9][A-Za-z0-9_-]{0,3}$/.test(label) ? label : codeOfName(label, 'option')
    out.push({ code: freeCode(base, (c) => out.some((o) => o.code === c)), labels: { [source]: label } })
  }
  return out
}
