import { normalForm } from '@core/richtext/normal-form'
import { note, quantile, times } from './measure'

const megabyte = 1_000_000
const filled = (text: string) => text.repeat(Math.floor(megabyte / text.length))

/** The worst texts that we know, each of one megabyte: what is refused has to be refused as quickly. */
const worst: Record<string, string> = {
  'open marks before paragraphs': filled('<b a=1><p>'),
  paragraphs: filled('<p>x'),
  breaks: filled('<br>'),
  'links one after the other': filled('<a href="https://a.example">x</a>'),
  'marks that cross each other': filled('<b>x<i>y</b>z</i>'),
  'cells that span': `<table>${filled('<tr><td colspan=100 rowspan=100>x')}`,
  'elements within each other': filled('<div>'),
  attributes: `<p ${Array.from({ length: 120_000 }, (_, i) => `a${i}=1`)
    .join(' ')
    .slice(0, megabyte)}>`,
  words: `<p>${filled('word ')}`,
  entities: `<p>${filled('a&lt;')}`.slice(0, megabyte),
  'a quote that never closes': `<p title="${'x'.repeat(megabyte)}`,
  'rows of one cell and a wide one': `<table>${'<tr><td>a'.repeat(90)}<tr>${'<td>b'.repeat(190)}</table><p>${'m'.repeat(megabyte - 2000)}`,
}

function form(html: string): void {
  try {
    normalForm(html)
  } catch {
    // Refused in time is what is wanted.
  }
}

/** How long the worst megabyte of text takes until it is in normal form or refused. */
export async function benchTexts() {
  let [slowest, name] = [0, '']
  for (const [what, html] of Object.entries(worst)) {
    const median = quantile(await times(5, () => form(html), 2), 0.5)
    if (median > slowest) [slowest, name] = [median, what]
  }
  note(
    '1 MB of the worst text that we know, into normal form or refused, median of 5',
    slowest,
    200,
    ' ms',
    `${name}; ${Object.keys(worst).length} texts`,
  )
}
