import { addressOf, brokenPlaceholders, partsOf, type Placeholder } from '../coded'
import type { TargetCheck } from './check'

/** What a placeholder is called: the inline value's address, or the kind of formatting. */
export function placeholderName(p: Pick<Placeholder, 'tag' | 'attributes'>): string {
  const kinds: Record<string, string> = {
    strong: 'bold',
    em: 'italics',
    s: 'struck out',
    sup: 'raised',
    sub: 'lowered',
    a: 'link',
    br: 'line break',
    img: 'picture',
  }
  return p.tag === 'data' ? (p.attributes.value ?? '').replace(/^attribute:/, '') : (kinds[p.tag] ?? p.tag)
}

export const placeholders: TargetCheck = {
  code: 'placeholders',
  level: 'blocker',
  label: 'Placeholders missing, repeated or crossed',
  find({ source, target, without, inlineName }) {
    const known = new Map([...source.placeholders, ...target.placeholders].map((p) => [p.n, p]))
    const called = (n: number) => {
      const placeholder = known.get(n)
      if (!placeholder) return `number ${n}`
      const address = placeholder.tag === 'data' ? placeholder.attributes.value : undefined
      return `“${address === undefined ? placeholderName(placeholder) : inlineName(address)}”`
    }
    const counts = (text: string) => {
      const out = new Map<number, number>()
      for (const p of partsOf(text))
        if (typeof p !== 'string' && p.is !== 'close') out.set(p.n, (out.get(p.n) ?? 0) + 1)
      return out
    }
    const has = counts(target.text)
    const out = source.placeholders.flatMap((p) => {
      const n = has.get(p.n) ?? 0
      // Bold has no place in some scripts: there it is left out, and is no loss.
      return n === 1 || (n === 0 && without.includes(p.tag))
        ? []
        : [
            {
              message:
                n === 0
                  ? `The placeholder ${called(p.n)} is missing.`
                  : `The placeholder ${called(p.n)} appears ${n} times; the source has it once.`,
            },
          ]
    })
    for (const b of brokenPlaceholders(target.text, [...known.values()]))
      out.push({
        message:
          b.why === 'unknown'
            ? `There is no placeholder ${called(b.n)} in the source.`
            : `The placeholder ${called(b.n)} does not open and close as it should.`,
      })
    // Inline values that only the target has would be filled in all the same.
    for (const p of target.placeholders)
      if (p.tag === 'data' && !source.placeholders.some((s) => s.n === p.n || addressOf(s) === addressOf(p)))
        out.push({ message: `The placeholder ${called(p.n)} is not in the source.` })
    return out
  },
}
