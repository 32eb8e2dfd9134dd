// @vitest-environment jsdom
import { beforeAll, describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { Editor } from '@tiptap/core'
import { normalForm } from '@core/richtext/normal-form'
import { editorExtensions } from '../../app/components/editor/schema'

let editor: Editor
beforeAll(() => {
  editor = new Editor({ extensions: editorExtensions(), injectCSS: false })
})
/** What is stored after a text was opened in the editor and saved without a change. */
function opened(html: string): string {
  editor.commands.setContent(html, { emitUpdate: false })
  return normalForm(editor.getHTML())
}

// The real schema of the editor: an editor left to itself rewrites list items and links, and every translation would
// look stale.
describe('opening and saving in the editor', () => {
  it.each([
    ['marks', '<p>a <strong>b <em>c</em></strong> <s>d</s> x<sup>2</sup> y<sub>2</sub></p>'],
    ['links', '<p><a href="https://tarnwheel.example/a?b=1&amp;c=2">a <strong>b</strong></a></p>'],
    ['lists', '<ul><li>a<ol><li>b</li><li>c</li></ol></li><li><p>d</p><p>e</p></li></ul>'],
    [
      'a table',
      '<table><tbody><tr><th>Size</th><th>Chest</th></tr><tr><td>S</td><td>86–94 cm</td></tr><tr><td ' +
        'colspan="2">wide</td></tr><tr><td ' +
        'rowspan="2">tall</td><td>a</td></tr><tr><td>b</td></tr></tbody></table>',
    ],
    [
      'inline values',
      '<p>up to <data value="attribute:rail-diameter"></data> and <strong><data ' +
        'value="attribute:load-limit"></data></strong></p>',
    ],
    ['an inline value alone', '<p><data value="storefront:phone"></data></p>'],
    ['headings', '<h2>a</h2><h3>b</h3><h4>c</h4>'],
    ['a quotation', '<blockquote><p>a</p><ul><li>b</li></ul></blockquote>'],
    ['languages', '<p lang="fr">a</p><p lang="ar" dir="rtl">b</p>'],
    [
      'a picture',
      '<figure><img src="/api/media/a.svg" alt="A bag"><figcaption>How it <em>hangs</em></figcaption></figure>',
    ],
    [
      'a video',
      '<figure><a href="https://video.tarnwheel.example/1">Mounting</a><figcaption>Two minutes</figcaption></figure>',
    ],
    ['a break', '<p>a<br>b</p>'],
    ['no-break spaces', '<p>22\u00a0l « a »</p>'],
  ])('keeps %s byte for byte', (_, html) => {
    expect(normalForm(html)).toBe(html)
    expect(opened(html)).toBe(html)
  })

  it('changes no text in normal form, whatever it is', () => {
    const word = fc.constantFrom(
      'a',
      'b c',
      'é',
      '22\u00a0l',
      '&amp;',
      '&lt;x&gt;',
      '<data value="attribute:weight"></data>',
      '<br>',
    )
    const mark = fc.constantFrom('strong', 'em', 's', 'sup', 'sub', 'a href="https://x.example"')
    const inline: fc.Arbitrary<string> = fc.letrec<{ n: string }>((tie) => ({
      n: fc.oneof(
        { depthSize: 'small' },
        word,
        fc
          .tuple(mark, fc.array(tie('n'), { minLength: 1, maxLength: 3 }))
          .map(([m, c]) => `<${m}>${c.join('')}</${m.split(' ')[0]!}>`),
      ),
    })).n
    const line = fc.array(inline, { minLength: 1, maxLength: 4 }).map((l) => l.join(''))
    const block: fc.Arbitrary<string> = fc.letrec<{ b: string }>((tie) => ({
      b: fc.oneof(
        { depthSize: 'small' },
        line.map((l) => `<p>${l}</p>`),
        fc.tuple(fc.constantFrom('h2', 'h3', 'h4'), line).map(([h, l]) => `<${h}>${l}</${h}>`),
        fc
          .tuple(line, fc.boolean())
          .map(([l, c]) => `<figure><img src="/m/a.svg" alt="x">${c ? `<figcaption>${l}</figcaption>` : ''}</figure>`),
        fc
          .tuple(fc.constantFrom('ul', 'ol'), fc.array(fc.oneof(line, tie('b')), { minLength: 1, maxLength: 3 }))
          .map(([t, items]) => `<${t}>${items.map((i) => `<li>${i}</li>`).join('')}</${t}>`),
        fc.array(tie('b'), { minLength: 1, maxLength: 2 }).map((b) => `<blockquote>${b.join('')}</blockquote>`),
        fc
          .array(fc.tuple(line, line), { minLength: 1, maxLength: 2 })
          .map(
            (rows) =>
              `<table><tbody>${rows.map(([a, b]) => `<tr><th>${a}</th><td>${b}</td></tr>`).join('')}</tbody></table>`,
          ),
      ),
    })).b
    fc.assert(
      fc.property(fc.array(block, { minLength: 1, maxLength: 3 }), (blocks) => {
        const stored = normalForm(blocks.join(''))
        expect(opened(stored)).toBe(stored)
      }),
      { numRuns: 400, seed: 4870 },
    )
  })
})
