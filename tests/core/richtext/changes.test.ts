import { describe, expect, it } from 'vitest'
import { normalForm } from '@core/richtext/normal-form'
import { removedFrom } from '@core/richtext/removed'
import { replaceInLine, replaceInRichText, type Search } from '@core/richtext/replace'

const search = (find: string, more: Partial<Search> = {}): Search => ({
  find,
  matchCase: false,
  wholeWords: false,
  ...more,
})

describe('replacing in a line', () => {
  it.each<[string, string, Search, string, string, number]>([
    ['every place, in any case', 'Pump and PUMP', search('pump'), 'bell', 'bell and bell', 2],
    ['the same case alone', 'Pump and pump', search('pump', { matchCase: true }), 'bell', 'Pump and bell', 1],
    ['whole words alone', 'bike, bikes', search('bike', { wholeWords: true }), 'cycle', 'cycle, bikes', 1],
    ['words of any script', 'Zügel, Zügels', search('zügel', { wholeWords: true }), 'Seil', 'Seil, Zügels', 1],
    ['signs as they are', 'a.b axb (a.b)', search('a.b'), '$&', '$& axb ($&)', 2],
    ['letters however they are composed', 'Gepa\u0308ck', search('gepäck'), 'Rad', 'Rad', 1],
    ['nothing', 'Pump', search('bell'), 'x', 'Pump', 0],
  ])('finds %s', (_what, text, what, by, out, times) => {
    expect(replaceInLine(text, what, by)).toEqual({ text: out, times })
  })
})

describe('replacing in a rich text', () => {
  const html = normalForm(
    '<p>A <strong>pump</strong> for you: <a href="https://tarnwheel.example/pump">the pump</a>.</p>' +
      '<ul><li>pump</li><li><data value="attribute:pump"></data></li></ul>',
  )

  it('changes what people read, and no address or inline value', () => {
    const { text, times } = replaceInRichText(html, search('pump'), 'bell & co')
    expect(times).toBe(3)
    expect(text).toContain('<strong>bell &amp; co</strong>')
    expect(text).toContain('href="https://tarnwheel.example/pump"')
    expect(text).toContain('<data value="attribute:pump"></data>')
    expect(normalForm(text)).toBe(text)
  })
  it('does not find what marks divide', () => {
    expect(replaceInRichText(normalForm('<p>pu<em>mp</em></p>'), search('pump'), 'x').times).toBe(0)
  })
  it('leaves the text as it is where nothing is found', () => {
    expect(replaceInRichText(html, search('saddle'), 'x')).toEqual({ text: html, times: 0 })
  })
})

describe('what cleaning takes out', () => {
  it.each<[string, string, object]>([
    ['nothing of a clean text', '<p>A <strong>bag</strong> <a href="https://a.example">here</a></p>', {}],
    ['looks', '<p style="color:red"><font face="x">a</font><u>b</u></p>', { looks: 3 }],
    ['what is embedded', '<iframe src="https://a.example"></iframe><form><input></form>', { embedded: 3 }],
    ['pictures without an address', '<img src="javascript:x"><img><img src="/delivery/media/a.jpg">', { pictures: 2 }],
    ['links that lead nowhere', '<a href="javascript:x">a</a><a>b</a><a href="/care">c</a>', { links: 1 }],
    ['comments, but not those of the clipboard', '<!--StartFragment--><!-- draft --><p>a</p>', { comments: 1 }],
    [
      'all of them, however deep',
      '<div><div class="a"><!-- x --><video></video></div></div>',
      {
        looks: 1,
        comments: 1,
        embedded: 1,
      },
    ],
  ])('is told: %s', (_what, html, removed) => {
    expect(removedFrom(html)).toEqual(removed)
  })
})
