import { describe, expect, it } from 'vitest'
import { isStale, sourceHash } from '@core/translation/state'

describe('stale translations', () => {
  it('are those whose source is another one now', () => {
    const hash = sourceHash('<p>Dry</p>')
    expect([
      isStale(hash, '<p>Dry</p>'),
      isStale(hash, '<p>Wet</p>'),
      isStale(null, '<p>Wet</p>'),
      isStale(hash, null),
    ]).toEqual([false, true, false, false])
  })
  it('end when the old source comes back', () => expect(sourceHash(['a', 'b'])).toBe(sourceHash(['a', 'b'])))
  it('do not arise from another Unicode form', () => expect(sourceHash('e\u0301te\u0301')).toBe(sourceHash('été')))
  it('arise from key points in another order', () => expect(sourceHash(['a', 'b'])).not.toBe(sourceHash(['b', 'a'])))
})
