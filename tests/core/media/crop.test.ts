import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cropTo, shapes, type Shape } from '@core/media/crop'

describe('cropping', () => {
  it('takes the middle without a focus, and the whole without a shape', () => {
    expect(cropTo('whole', 1600, 1200, null, null)).toEqual({ left: 0, top: 0, width: 1600, height: 1200 })
    expect(cropTo('square', 1600, 1200, null, null)).toEqual({ left: 200, top: 0, width: 1200, height: 1200 })
    expect(cropTo('tall', 1600, 1200, null, null)).toEqual({ left: 350, top: 0, width: 900, height: 1200 })
  })
  it('moves to the focus as far as the picture goes', () => {
    expect(cropTo('square', 1600, 1200, null, { x: 0, y: 0.5 }).left).toBe(0)
    expect(cropTo('square', 1600, 1200, null, { x: 1, y: 0.5 }).left).toBe(400)
    expect(cropTo('square', 1600, 1200, null, { x: 0.4, y: 0.5 }).left).toBe(40)
  })
  it('stays in the crop, which only “uncropped” leaves aside', () => {
    const crop = { left: 0.5, top: 0.5, width: 0.5, height: 0.25 }
    expect(cropTo('whole', 1000, 1000, crop, null)).toEqual({ left: 500, top: 500, width: 500, height: 250 })
    expect(cropTo('square', 1000, 1000, crop, { x: 0, y: 0 })).toEqual({ left: 500, top: 500, width: 250, height: 250 })
    expect(cropTo('uncropped', 1000, 1000, crop, { x: 0, y: 0 })).toEqual({
      left: 0,
      top: 0,
      width: 1000,
      height: 1000,
    })
  })
  it('never leaves the picture and never is empty, whatever is asked', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(shapes) as Shape[])),
        fc.integer({ min: 1, max: 9000 }),
        fc.integer({ min: 1, max: 9000 }),
        share,
        share,
        share,
        share,
        share,
        share,
        (shape, w, h, l, t, cw, ch, x, y) => {
          const crop = {
            left: l * 0.99,
            top: t * 0.99,
            width: Math.min(0.01 + cw, 1 - l * 0.99),
            height: Math.min(0.01 + ch, 1 - t * 0.99),
          }
          const c = cropTo(shape, w, h, crop, { x, y })
          expect(c.width).toBeGreaterThanOrEqual(1)
          expect(c.height).toBeGreaterThanOrEqual(1)
          expect(c.left).toBeGreaterThanOrEqual(0)
          expect(c.top).toBeGreaterThanOrEqual(0)
          expect(c.left + c.width).toBeLessThanOrEqual(w)
          expect(c.top + c.height).toBeLessThanOrEqual(h)
        },
      ),
    )
  })
})
