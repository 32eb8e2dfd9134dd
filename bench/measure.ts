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
export const quantile = (sorted: readonly number[], share: number) => sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)]!

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
  figures.push({ what, measured: `${value.toFixed(value < 10 ? 2 : 0)}${unit} (${detail})`, bound: most === null ? '' : `${least ? 'at least' : 'at most'} ${most}${unit}`, within })
  const f = figures.at(-1)!
  console.log(`${verdict(f)}  ${what}: ${f.measured}${f.bound && `, ${f.bound}`}`)
}

/** All figures as a table for `bench/figures.md`. */
export function table(): string {
  return ['| what | measured | bound | |', '| --- | --- | --- | --- |', ...figures.map((f) => `| ${f.what} | ${f.measured} | ${f.bound} | ${verdict(f)} |`)].join('\n')
}
