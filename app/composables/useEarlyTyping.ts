interface Place {
  row: number
  column: number
}

/**
 * Keeps what is typed at a cell of a grid that is still loading: where the cell is there and the keys still act on it,
 * it opens with that. Returns what takes typed text at the cell that the keys act on.
 */
export function useEarlyTyping(at: Place, isLoaded: (place: Place) => boolean, open: (typed: string) => void) {
  const early = ref<Place & { typed: string }>()
  const isHere = (place: Place) => place.row === at.row && place.column === at.column
  watch(
    () => early.value !== undefined && isLoaded(early.value),
    (loaded) => {
      const waiting = early.value
      if (!loaded || !waiting) return
      early.value = undefined
      if (isHere(waiting)) open(waiting.typed)
    },
  )
  return (typed: string) => {
    const before = early.value && isHere(early.value) ? early.value.typed : ''
    early.value = { row: at.row, column: at.column, typed: before + typed }
  }
}
