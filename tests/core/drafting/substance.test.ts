import { describe, expect, it } from 'vitest'
import { substanceOf } from '@core/drafting/substance'
import { testSetup } from '../../world'

const setup = testSetup()
const of = (...has: string[]) => substanceOf('bag', (code) => has.includes(code), setup)

describe('substanceOf', () => {
  it('counts facts and not texts, pictures or names', () => {
    expect(of('name', 'description', 'summary', 'pictures', 'weight')).toMatchObject({ facts: 1, thin: true })
    expect(of('weight', 'material', 'volume', 'mounting')).toMatchObject({ facts: 4, thin: false })
  })
  it('names what would help most: required before the rest, measures before a yes', () => {
    setup.types.get('bag')!.attributes.find((a) => a.attribute === 'reflective')!.required = true
    const { help } = of('material')
    expect(help[0]).toBe('reflective')
    expect(help.indexOf('weight')).toBeLessThan(help.indexOf('launched'))
    expect(help).not.toContain('material')
  })
  it('does not count what the type gives by itself, and asks no more than the type knows', () => {
    expect(substanceOf('glove', () => false, setup).help).not.toContain('material')
    setup.types.set('note', {
      ...setup.types.get('bag')!,
      code: 'note',
      attributes: setup.types.get('bag')!.attributes.filter((a) => ['weight', 'name'].includes(a.attribute)),
    })
    expect(substanceOf('note', (c) => c === 'weight', setup)).toMatchObject({ facts: 1, of: 1, thin: false })
  })
})
