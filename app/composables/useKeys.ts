/** A key of a screen: what it is, what it does, for `?`. */
export interface Key {
  keys: string
  /** Where it is empty, the key goes without saying and is not listed. */
  does: string
  run?: (e: KeyboardEvent) => void
  /** Works while typing too. */
  always?: boolean
}

const registered = shallowRef<{ id: number; where: string; keys: Key[] }[]>([])
let next = 0

const nameOf = (e: KeyboardEvent) =>
  [
    e.ctrlKey || e.metaKey ? 'Ctrl' : '',
    e.altKey ? 'Alt' : '',
    e.shiftKey && e.key.length > 1 ? 'Shift' : '',
    e.key.length === 1 ? (e.ctrlKey ? e.key.toUpperCase() : e.key) : e.key,
  ]
    .filter(Boolean)
    .join('+')
/** Whether keys are typed where the focus is: in a field, or in an open list, which finds what begins with them. */
const typing = (t: EventTarget | null) =>
  t instanceof HTMLElement && (t.isContentEditable || t.matches('input, textarea, [role=listbox], [role=menu]'))
/** Whether a key presses what has the focus: that is no screen's to take. */
const presses = (e: KeyboardEvent) =>
  (e.key === 'Enter' || e.key === ' ') &&
  !(e.ctrlKey || e.metaKey || e.altKey) &&
  e.target instanceof Element &&
  e.target.closest('button, a[href], summary, [role=menuitem], [role=option], [role=tab]') !== null

/** The keys of a part of the screen, for as long as it is there. */
export function useKeys(where: string, keys: Key[]) {
  const id = next++
  registered.value = [...registered.value, { id, where, keys }]
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.defaultPrevented || presses(e)) return
    const name = nameOf(e)
    // With Alt, a letter works while typing too.
    const letter = /^Alt\+(.)$/.exec(name)?.[1]
    const key = keys.find((k) => k.run && (k.keys === name || k.keys === letter))
    if (!key || (!key.always && letter === undefined && typing(e.target)) || document.querySelector('[role=dialog]'))
      return
    e.preventDefault()
    key.run!(e)
  })
  onScopeDispose(() => {
    registered.value = registered.value.filter((r) => r.id !== id)
  })
}

/** All keys that work now, by part of the screen. */
export const useKnownKeys = () => registered
