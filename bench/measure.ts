import type { Person } from '@contracts/people'

/** Who does what is measured. */
export const maren: Person = { id: 1, email: 'maren@tarnwheel.example', name: 'Maren', role: 'manager', languages: [] }

/** The times of a piece of work in milliseconds, in order, after some turns that are not counted. */
export async function times(turns: number, work: (turn: number) => unknown, warm = 3): Promise<number[]> {
  for (let i = 0; i < warm; i++) await work(i)
  const out: number[] = []
  for (let i = 0; i < turns; i++) {
    const began = performance.now()
    await work(i)
    out.push(performance.now() - began)
  }
  return out.sort((a, b) => a - b)
}

/** The value under which a share of sorted times lies. */
export const quantile = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)]!

export interface Figure {
  what: string
  measured: string
  bound: string
  /** Null where there is no bound. */
  within: boolean | null
}

const figures: Figure[] = []
const verdict = (f: Figure) => (f.within === null ? '' : f.within ? 'within' : '**beyond**')

/** Notes a figure against its bound, if it has one, and prints it. */
export function note(what: string, value: number, most: number | null, unit: string, detail: string, least = false) {
  const within = most === null ? null : least ? value >= most : value <= most
  figures.push({
    what,
    measured: `${value.toFixed(value < 10 ? 2 : 0)}${unit} (${detail})`,
    bound: most === null ? '' : `${least ? 'at least' : 'at most'} ${most}${unit}`,
    within,
  })
  const f = figures.at(-1)!
  console.log(`${verdict(f)}  ${what}: ${f.measured}${f.bound && `, ${f.bound}`}`)
}

const cells = (line: string) =>
  line
    .split('|')
    .slice(1, -1)
    .map((c) => c.trim())

/**
 * All figures as a table for `bench/figures.md`, each with the day on which it was measured. Where only parts were run,
 * the others stay as the file has them.
 */
export function table(before: string, day: string, whole: boolean): string {
  const old = whole
    ? []
    : before
        .split('\n')
        .filter((l) => l.startsWith('| ') && !l.startsWith('| what') && !l.startsWith('| ---'))
        .map(cells)
  // A file of before each figure had its day names one day for all.
  const then = /on (\d{4}-\d\d-\d\d)/.exec(before)?.[1] ?? ''
  const rows = new Map(old.map((c) => [c[0]!, [c[0]!, c[1]!, c[2]!, c[3]!, c[4] || then]]))
  for (const f of figures) rows.set(f.what, [f.what, f.measured, f.bound, verdict(f), day])
  return [
    '| what | measured | bound | | on |',
    '| --- | --- | --- | --- | --- |',
    ...[...rows.values()].map((r) => `| ${r.join(' | ')} |`),
  ].join('\n')
}
