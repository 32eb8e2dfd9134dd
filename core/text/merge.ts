import { diffArrays } from 'diff'
import { readNormalForm } from '../richtext/read'
import { serialise } from '../richtext/tree'
import { normalForm } from '../richtext/normal-form'

// Joins what two people made of the same text, by what each changed of what both had seen: what only one changed is
// taken from that one; where both changed the same place, both are kept, theirs before mine, for a person to settle.

/** What came of joining: the whole, and at how many places both had changed the same. */
export interface Merged<T> {
  merged: T
  overlaps: number
}

/** A run of the base that one side replaced by something else. */
interface Edit {
  start: number
  end: number
  by: readonly string[]
}

function editsBetween(base: readonly string[], side: readonly string[]): Edit[] {
  const edits: Edit[] = []
  let at = 0
  let open: { start: number; by: string[] } | undefined
  const close = () => {
    if (open) edits.push({ start: open.start, end: at, by: open.by })
    open = undefined
  }
  for (const { value, added, removed } of diffArrays([...base], [...side])) {
    if (!added && !removed) {
      close()
      at += value.length
      continue
    }
    open ??= { start: at, by: [] }
    if (added) open.by.push(...value)
    else at += value.length
  }
  close()
  return edits
}

/** What a side has instead of a run of the base that holds some of its edits whole. */
function sideOf(base: readonly string[], start: number, end: number, edits: readonly Edit[]): string[] {
  const out: string[] = []
  let at = start
  for (const edit of edits) {
    out.push(...base.slice(at, edit.start), ...edit.by)
    at = edit.end
  }
  out.push(...base.slice(at, end))
  return out
}

/** Joins two sequences by what each changed of a third. `settle` says what stands where both changed the same. */
function mergeSequences(
  base: readonly string[],
  mine: readonly string[],
  theirs: readonly string[],
  settle: (base: string[], mine: string[], theirs: string[]) => { out: string[]; settled: boolean },
): Merged<string[]> {
  const edits = [
    ...editsBetween(base, mine).map((edit) => ({ ...edit, isMine: true })),
    ...editsBetween(base, theirs).map((edit) => ({ ...edit, isMine: false })),
  ].sort((a, b) => a.start - b.start || a.end - b.end)
  const merged: string[] = []
  let overlaps = 0
  let at = 0
  for (let i = 0; i < edits.length;) {
    const group = [edits[i]!]
    let { end } = edits[i]!
    const { start } = edits[i]!
    i++
    // Edits that overlap, or are made at the same place, are looked at together.
    while (i < edits.length && (edits[i]!.start < end || edits[i]!.start === start)) {
      end = Math.max(end, edits[i]!.end)
      group.push(edits[i]!)
      i++
    }
    merged.push(...base.slice(at, start))
    const ofMine = sideOf(
      base,
      start,
      end,
      group.filter((edit) => edit.isMine),
    )
    const ofTheirs = sideOf(
      base,
      start,
      end,
      group.filter((edit) => !edit.isMine),
    )
    if (group.every((edit) => edit.isMine)) merged.push(...ofMine)
    else if (group.every((edit) => !edit.isMine) || same(ofMine, ofTheirs)) merged.push(...ofTheirs)
    else {
      const { out, settled } = settle(base.slice(start, end), ofMine, ofTheirs)
      merged.push(...out)
      if (!settled) overlaps++
    }
    at = end
  }
  merged.push(...base.slice(at))
  return { merged, overlaps }
}

const same = (a: readonly string[], b: readonly string[]) => a.length === b.length && a.every((x, i) => x === b[i])

/** Lines and items that both changed stand both, theirs first. */
const keepBoth = (_base: string[], mine: string[], theirs: string[]) => ({
  out: [...theirs, ...mine],
  settled: false,
})

/** Words that both changed stand both, with a space between. */
const keepBothWords = (_base: string[], mine: string[], theirs: string[]) => ({
  out: [...theirs, ' ', ...mine],
  settled: false,
})

const wordsOf = (text: string) => text.match(/\s+|[^\s]+/g) ?? []

/** Joins plain texts, word by word. */
export function mergeText(base: string, mine: string, theirs: string): Merged<string> {
  const { merged, overlaps } = mergeSequences(wordsOf(base), wordsOf(mine), wordsOf(theirs), keepBothWords)
  return { merged: merged.join(''), overlaps }
}

/** Joins lists of lines or codes, item by item. */
export function mergeLists(
  base: readonly string[],
  mine: readonly string[],
  theirs: readonly string[],
): Merged<string[]> {
  return mergeSequences(base, mine, theirs, keepBoth)
}

const blocksOf = (html: string) => readNormalForm(html).map((node) => serialise([node]))
/** Tags and inline values whole, words one by one. */
const piecesOf = (html: string) => html.match(/<[^>]+>|\s+|[^\s<]+/g) ?? []

/** One block: by its words where both changed different ones, else undefined. */
function settleBlock(base: string, mine: string, theirs: string): string | undefined {
  if (mine === base || mine === theirs) return theirs
  if (theirs === base) return mine
  const inner = mergeSequences(piecesOf(base), piecesOf(mine), piecesOf(theirs), keepBothWords)
  return inner.overlaps === 0 ? inner.merged.join('') : undefined
}

/** Blocks that both changed: block by block where there are as many of each, with both of those that do not join. */
function settleBlocks(base: string[], mine: string[], theirs: string[]): { out: string[]; settled: boolean } {
  if (base.length !== mine.length || base.length !== theirs.length) return keepBoth(base, mine, theirs)
  const joined = base.map((block, i) => settleBlock(block, mine[i]!, theirs[i]!))
  return {
    out: joined.flatMap((block, i) => (block === undefined ? [theirs[i]!, mine[i]!] : [block])),
    settled: joined.every((block) => block !== undefined),
  }
}

/** Joins rich texts in normal form, block by block, and within a block that both changed by its words. */
export function mergeRichText(base: string, mine: string, theirs: string): Merged<string> {
  const { merged, overlaps } = mergeSequences(blocksOf(base), blocksOf(mine), blocksOf(theirs), settleBlocks)
  return { merged: normalForm(merged.join('')), overlaps }
}
