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
  within: boolean
}

const figures: Figure[] = []

/** Notes a figure against its bound, and prints it. */
export function note(what: string, value: number, most: number, unit: string, detail: string, least = false) {
  const within = least ? value >= most : value <= most
  figures.push({ what, measured: `${value.toFixed(value < 10 ? 2 : 0)}${unit} (${detail})`, bound: `${least ? 'at least' : 'at most'} ${most}${unit}`, within })
  const f = figures.at(-1)!
  console.log(`${within ? 'within' : 'BEYOND'}  ${what}: ${f.measured}, ${f.bound}`)
}

/** All figures as a table for `bench/figures.md`. */
export function table(): string {
  return ['| what | measured | bound | |', '| --- | --- | --- | --- |', ...figures.map((f) => `| ${f.what} | ${f.measured} | ${f.bound} | ${f.within ? 'within' : '**beyond**'} |`)].join('\n')
}
