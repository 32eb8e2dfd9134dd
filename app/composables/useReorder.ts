import Sortable from 'sortablejs'

/**
 * Lets the entries of a list be dragged by their handles; `move` is told from where to where, and changes the list
 * itself.
 */
export function useReorder(list: () => HTMLElement | null | undefined, move: (from: number, to: number) => void) {
  let sortable: Sortable | undefined
  watch(
    list,
    (element) => {
      sortable?.destroy()
      sortable = element
        ? Sortable.create(element, {
            handle: '[data-handle]',
            draggable: '[data-entry]',
            animation: 120,
            onEnd({ oldDraggableIndex: from, newDraggableIndex: to, item, oldIndex }) {
              if (from === undefined || to === undefined || from === to) return
              // The element goes back to where Vue knows it; the list's new order moves it.
              item.remove()
              element.insertBefore(item, element.children[oldIndex!] ?? null)
              move(from, to)
            },
          })
        : undefined
    },
    { immediate: true, flush: 'post' },
  )
  onScopeDispose(() => sortable?.destroy())
}

/** A list with one entry moved. */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const out = [...list]
  const [entry] = out.splice(from, 1)
  out.splice(to, 0, entry!)
  return out
}

/**
 * Lets the entries of a list be moved by their handles and by keys, each of which has a field: that of the one that was
 * moved has the focus then. Returns what moves one; beyond the ends, nothing is moved.
 */
export function useMovableFields<T>(root: () => HTMLElement | null | undefined, list: Ref<T[]>) {
  const move = (from: number, to: number) => {
    if (to < 0 || to >= list.value.length) return
    list.value = moved(list.value, from, to)
    void nextTick(() => root()?.querySelectorAll('[data-entry]')[to]?.querySelector<HTMLElement>('input')?.focus())
  }
  useReorder(root, move)
  return move
}
