import { describe, expect, it } from 'vitest'
import { normalForm, lineNormalForm } from '@core/richtext/normal-form'
import { attributeTypes } from '@core/attributes/types/registry'
import { hostile, look } from '../hostile-html'

describe('HTML cleaning', () => {
  it.each(hostile)('%s', (vector) => {
    for (const wrapped of [vector, `<p>before ${vector} after</p>`, `<ul><li>${vector}</li></ul>`]) {
      look(normalForm(wrapped))
      look(lineNormalForm(wrapped))
    }
  })
  it('keeps what is meant', () => {
    const html =
      '<p>Ring <a href="tel:+41445550118">us</a> or <a href="mailto:help@tarnwheel.example">write</a>, see ' +
      '<a href="https://tarnwheel.example/racks?a=1&amp;b=2">racks</a></p>'
    expect(normalForm(html)).toBe(html)
  })
  it('lets no other way in: links take https alone', () => {
    for (const given of ['javascript:alert(1)', 'ftp://x.example', '//x.example', 'data:text/html,x', 'https:x'])
      expect(() => attributeTypes.link.check(given, {} as never), given).toThrow()
  })
})
