import { expect, it } from 'vitest'
import { bodyOfEntries, type BlockKind } from '@core/page/block-kind'

const kind: BlockKind = {
  code: 'makers',
  name: 'Makers',
  many: true,
  fields: [
    { code: 'who', type: 'line', labels: {} },
    { code: 'where', type: 'line', labels: {} },
    { code: 'photo', type: 'picture', labels: {} },
  ],
}
const body = (...entries: Record<string, string>[]) =>
  bodyOfEntries(kind, entries, (name) => (name === 'bench' ? 'A bench “by the door”, & tools' : ''))

it('writes entries one after the other, the first line of each its heading, and leaves empty fields out', () => {
  expect(body({ who: 'Varga', where: 'Pécs' }, { where: 'Malmö', who: ' ' })).toBe(
    '<h3>Varga</h3><p>Pécs</p><p>Malmö</p>',
  )
})
it('says what pictures show, as the library has it', () => {
  expect(body({ photo: ' bench ' })).toBe(
    '<figure><img src="/delivery/media/bench" alt="A bench “by the door”, &amp; tools"></figure>',
  )
  expect(body({ photo: 'other one' })).toBe('<figure><img src="/delivery/media/other%20one" alt=""></figure>')
})
