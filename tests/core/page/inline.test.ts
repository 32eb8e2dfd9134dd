import { describe, expect, it } from 'vitest'
import { readNormalForm } from '@core/richtext/read'
import { fillInline } from '@core/page/inline'

const v = (code: string) => `<data value="attribute:${code}"></data>`
const fill = (html: string, known: Record<string, string>, rich: Record<string, string> = {}) =>
  fillInline(readNormalForm(html), (a) => {
    const code = a.replace('attribute:', '')
    return rich[code] !== undefined
      ? { text: 'plain', html: rich[code] }
      : known[code] === undefined
        ? undefined
        : { text: known[code] }
  })

describe('inline values', () => {
  it('are filled in and take on the style around them', () => {
    expect(fill(`<p>Carries <strong>${v('load')}</strong> a side</p>`, { load: '9 kg' }).html).toBe(
      '<p>Carries <strong><data value="attribute:load">9 kg</data></strong> a side</p>',
    )
  })
  it('are escaped', () =>
    expect(fill(`<p>${v('a')}</p>`, { a: '<b>&' }).html).toBe('<p><data value="attribute:a">&lt;b&gt;&amp;</data></p>'))

  it.each([
    ['a paragraph', `<p>stays</p><p>Carries ${v('x')}</p>`, '<p>stays</p>'],
    ['a list item', `<ul><li>stays</li><li>up to ${v('x')}</li></ul>`, '<ul><li>stays</li></ul>'],
    [
      'a row',
      `<table><tbody><tr><th>a</th><td>b</td></tr><tr><th>x</th><td>${v('x')}</td></tr></tbody></table>`,
      '<table><tbody><tr><th>a</th><td>b</td></tr></tbody></table>',
    ],
    ['a heading', `<h2>Fits ${v('x')}</h2><p>stays</p>`, '<p>stays</p>'],
    [
      'a picture’s caption',
      `<figure><img src="/a.svg" alt=""><figcaption>${v('x')}</figcaption></figure><p>stays</p>`,
      '<p>stays</p>',
    ],
    ['the whole list with its last item', `<ul><li>${v('x')}</li></ul><p>stays</p>`, '<p>stays</p>'],
    [
      'an item alone, not the item around its list',
      `<ul><li>stays<ul><li>${v('x')}</li></ul></li></ul>`,
      '<ul><li>stays</li></ul>',
    ],
    [
      'the smallest block inside a quotation',
      `<blockquote><p>${v('x')}</p><p>stays</p></blockquote>`,
      '<blockquote><p>stays</p></blockquote>',
    ],
  ])('leave out %s where they are empty', (_, html, expected) => {
    const filled = fill(html, {})
    expect(filled.html).toBe(expected)
    expect(filled.empty).toEqual(['attribute:x'])
    expect(filled.hasContent).toBe(true)
  })

  it('say when nothing is left', () => {
    expect(fill(`<p>${v('x')}</p>`, {})).toEqual({ html: '', empty: ['attribute:x'], filled: [], hasContent: false })
    expect(fill(v('x'), {}).hasContent).toBe(false)
  })
  it('are all looked at, even behind an empty one', () => {
    expect(fill(`<p>${v('x')} and ${v('y')} and ${v('z')}</p>`, { z: '1' })).toMatchObject({
      empty: ['attribute:x', 'attribute:y'],
      filled: ['attribute:z'],
    })
  })
  it('bring formatted text along where they stand alone', () => {
    expect(fill(`<p>Before</p><p>${v('notes')}</p>`, {}, { notes: '<ol><li>One</li></ol>' }).html).toBe(
      '<p>Before</p><ol><li>One</li></ol>',
    )
    expect(fill(`<p>See ${v('notes')}</p>`, {}, { notes: '<ol><li>One</li></ol>' }).html).toBe(
      '<p>See <data value="attribute:notes">plain</data></p>',
    )
  })
})
