import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { lineNormalForm, normalForm } from '@core/richtext/normal-form'
import { hasContent, inlineAddresses, plainText } from '@core/richtext/read'

describe('the normal form of rich text', () => {
  it.each([
    ['bare text', 'Dry inside', '<p>Dry inside</p>'],
    ['other names of marks', '<p><b>a</b> <i>b</i> <del>c</del></p>', '<p><strong>a</strong> <em>b</em> <s>c</s></p>'],
    ['marks in one order', '<p><em><strong>a</strong></em></p>', '<p><strong><em>a</em></strong></p>'],
    ['neighbours with one mark', '<p><strong>a</strong><strong>b</strong></p>', '<p><strong>ab</strong></p>'],
    ['a mark around blocks', '<strong><p>a</p><p>b</p></strong>', '<p><strong>a</strong></p><p><strong>b</strong></p>'],
    ['white space', '<p>  a \n\t b  </p>\n\n<p> </p>', '<p>a b</p>'],
    ['no-break spaces stay', '<p>22\u00a0l</p>', '<p>22\u00a0l</p>'],
    ['a break that ends a block', '<p>a<br></p>', '<p>a</p>'],
    ['a break inside', '<p>a <br> b</p>', '<p>a<br>b</p>'],
    ['one paragraph in a list item', '<ul><li><p>a</p></li><li>b</li></ul>', '<ul><li>a</li><li>b</li></ul>'],
    ['two paragraphs in a list item', '<ul><li><p>a</p><p>b</p></li></ul>', '<ul><li><p>a</p><p>b</p></li></ul>'],
    ['a list in a list', '<ul><li>a<ol><li>b</li></ol></li></ul>', '<ul><li>a<ol><li>b</li></ol></li></ul>'],
    ['first and last headings', '<h1>a</h1><h6>b</h6>', '<h2>a</h2><h4>b</h4>'],
    ['wrappers of web pages', '<div>a<div>b</div>c</div>', '<p>a</p><p>b</p><p>c</p>'],
    [
      'a table without a body',
      '<table><tr><td>a</td></tr></table>',
      '<table><tbody><tr><td>a</td></tr></tbody></table>',
    ],
    ['an empty table', '<table><tr><td> </td></tr></table>', ''],
    [
      'the label of an inline value',
      '<p>up to <data value="attribute:weight" class="x">1.2 kg</data></p>',
      '<p>up to <data value="attribute:weight"></data></p>',
    ],
    ['an address that is none', '<p><data value="javascript:x">y</data></p>', '<p>y</p>'],
    [
      'attributes of ours alone',
      '<p class="a" style="color:red" id="b" lang="fr" onclick="x()">a</p>',
      '<p lang="fr">a</p>',
    ],
    [
      'a link',
      '<p><a href="https://tarnwheel.example" target="_blank" rel="x">a</a></p>',
      '<p><a href="https://tarnwheel.example">a</a></p>',
    ],
    [
      'a picture between words',
      'a<img src="/m/a.svg" alt="A bag">b',
      '<p>a</p><figure><img src="/m/a.svg" alt="A bag"></figure><p>b</p>',
    ],
    [
      'a caption',
      '<figure><img src="/m/a.svg"><figcaption><p>How it <b>looks</b></p></figcaption></figure>',
      '<figure><img src="/m/a.svg" alt=""><figcaption>How it <strong>looks</strong></figcaption></figure>',
    ],
    ['nothing', '', ''],
  ])('%s', (_, given, expected) => {
    expect(normalForm(given)).toBe(expected)
    expect(normalForm(expected)).toBe(expected)
  })

  it('keeps one line for key points', () => {
    expect(lineNormalForm('<p>Roll <b>closure</b></p>')).toBe('Roll <strong>closure</strong>')
    expect(lineNormalForm('<p>a</p><p>b<br>c</p>')).toBe('a b c')
  })

  it('changes nothing the second time, whatever comes in', () => {
    const text = fc.constantFrom('a', ' ', 'b c', '\u00a0', '&amp;', '&lt;', 'é')
    const tag = fc.constantFrom(
      'p',
      'div',
      'b',
      'em',
      's',
      'sup',
      'a href="https://x.example"',
      'ul',
      'ol',
      'li',
      'table',
      'tr',
      'td',
      'th',
      'h2',
      'h3',
      'blockquote',
      'figure',
      'figcaption',
      'data value="attribute:weight"',
      'span',
      'script',
      'section',
    )
    const html: fc.Arbitrary<string> = fc.letrec<{ node: string }>((tie) => ({
      node: fc.oneof(
        { depthSize: 'small', withCrossShrink: true },
        text,
        fc.constantFrom('<br>', '<img src="/m/a.svg">', '<p>'),
        fc
          .tuple(tag, fc.array(tie('node'), { maxLength: 4 }))
          .map(([t, c]) => `<${t}>${c.join('')}</${t.split(' ')[0]!}>`),
      ),
    })).node
    fc.assert(
      fc.property(fc.array(html, { maxLength: 5 }), (parts) => {
        const once = normalForm(parts.join(''))
        expect(normalForm(once)).toBe(once)
        const line = lineNormalForm(parts.join(''))
        expect(lineNormalForm(line)).toBe(line)
      }),
      { numRuns: 800, seed: 4870 },
    )
  })
})

describe('reading rich text', () => {
  it('gives plain text, blocks ending lines and inline values by name', () => {
    expect(plainText('<h2>Fit</h2><ul><li>up to <data value="attribute:rail"></data></li><li>b<br>c</li></ul>')).toBe(
      'Fit\nup to @rail\nb\nc',
    )
  })
  it('knows whether a text says anything', () => {
    expect(['', '<p> </p>', '<ul><li></li></ul>'].map(hasContent)).toEqual([false, false, false])
    expect(
      ['<p>a</p>', '<figure><img src="/a.svg" alt=""></figure>', '<p><data value="attribute:weight"></data></p>'].map(
        hasContent,
      ),
    ).toEqual([true, true, true])
  })
  it('lists inline values once, in order', () => {
    expect(
      inlineAddresses(
        '<p><data value="attribute:b"></data><data value="storefront:phone"></data><data ' +
          'value="attribute:b"></data></p>',
      ),
    ).toEqual(['attribute:b', 'storefront:phone'])
  })
})
