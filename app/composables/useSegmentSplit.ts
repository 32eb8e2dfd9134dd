import { flatOfCoded } from '@core/translation/coded'

/**
 * Where a source segment would be split: a place between words, moved with the arrow keys. `split` shows the place
 * first, and splits there when it is called again; Escape leaves it whole.
 */
export function useSegmentSplit(source: () => string, splitThere: (at: number) => void, may: () => boolean) {
  const splitAt = ref<number | null>(null)
  const wordStarts = computed(() => [...flatOfCoded(source()).matchAll(/(?<=\s)\S/g)].map((match) => match.index))

  function split() {
    if (!may()) return
    if (splitAt.value !== null) return splitThere(splitAt.value)
    const middle = Math.floor(wordStarts.value.length / 2)
    splitAt.value = wordStarts.value[middle] ?? null
  }
  function move(by: 1 | -1) {
    const next = wordStarts.value.indexOf(splitAt.value ?? -1) + by
    const last = wordStarts.value.length - 1
    splitAt.value = wordStarts.value[Math.max(0, Math.min(last, next))] ?? null
  }
  function leave() {
    splitAt.value = null
  }

  const keys: Record<string, () => void> = {
    ArrowLeft: () => move(-1),
    ArrowRight: () => move(1),
    Enter: split,
    Escape: leave,
  }
  function onKeydown(e: KeyboardEvent) {
    if (splitAt.value === null || !keys[e.key]) return
    e.preventDefault()
    e.stopPropagation()
    keys[e.key]!()
  }
  useEventListener(window, 'keydown', onKeydown, { capture: true })

  return { splitAt, split }
}
