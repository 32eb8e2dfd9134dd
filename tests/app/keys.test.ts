import { createApp, effectScope, nextTick, reactive, ref, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { useCellRange } from '../../app/composables/useCellRange'
import { useEarlyTyping } from '../../app/composables/useEarlyTyping'
import { useKeys, useKnownKeys, type Key } from '../../app/composables/useKeys'
import { moved } from '../../app/composables/useReorder'
import { useSegmentSplit } from '../../app/composables/useSegmentSplit'
import { useToolbar } from '../../app/composables/useToolbar'
import './setup'

// What keys do: those of a screen, of a row of tools, of a block of cells, of a text that is split.

let scope: EffectScope
beforeEach(() => {
  scope = effectScope()
  document.body.innerHTML = ''
})
afterEach(() => scope.stop())

/** Presses a key at an element, or at the page; returns whether somebody took it. */
function press(key: string, at: Element = document.body, held: KeyboardEventInit = {}): boolean {
  return !at.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...held }))
}
/** Puts markup on the page and gives the element that is marked with `id="here"`. */
function page(markup: string): HTMLElement {
  document.body.innerHTML = markup
  return document.getElementById('here')!
}

describe('keys of a screen', () => {
  const done: string[] = []
  const key = (keys: string, more: Partial<Key> = {}): Key => ({
    keys,
    does: keys,
    run: () => void done.push(keys),
    ...more,
  })
  const keys = (...list: Key[]) => scope.run(() => useKeys('Here', list))
  beforeEach(() => (done.length = 0))

  it('are told apart by what is held down', () => {
    keys(key('a'), key('Ctrl+Enter'), key('Ctrl+K'), key('Shift+ArrowDown'), key('?'))
    press('a')
    press('Enter', document.body, { ctrlKey: true })
    press('Enter', document.body, { metaKey: true })
    press('k', document.body, { ctrlKey: true })
    press('ArrowDown', document.body, { shiftKey: true })
    press('ArrowDown')
    // A sign that needs Shift is that sign.
    press('?', document.body, { shiftKey: true })
    expect(done).toEqual(['a', 'Ctrl+Enter', 'Ctrl+Enter', 'Ctrl+K', 'Shift+ArrowDown', '?'])
  })
  it('leave what is typed alone, unless they work always or are held with Alt', () => {
    keys(key('a'), key('Ctrl+s', { always: true }), key('Ctrl+S', { always: true }))
    for (const field of [
      '<input id="here">',
      '<textarea id="here"></textarea>',
      '<ul role="listbox" id="here"></ul>',
    ]) {
      const here = page(field)
      expect(press('a', here), field).toBe(false)
      expect(press('a', here, { altKey: true }), field).toBe(true)
      expect(press('s', here, { ctrlKey: true }), field).toBe(true)
    }
    expect(done).toEqual(['a', 'Ctrl+S', 'a', 'Ctrl+S', 'a', 'Ctrl+S'])
  })
  it('do not press what has the focus, but Ctrl+Enter reaches the screen', () => {
    keys(key('Enter'), key(' '), key('Ctrl+Enter'))
    for (const control of [
      '<button id="here">x</button>',
      '<a href="/x" id="here">x</a>',
      '<div role="option" id="here">',
    ]) {
      const here = page(control)
      press('Enter', here)
      press(' ', here)
      press('Enter', here, { ctrlKey: true })
    }
    expect(done).toEqual(['Ctrl+Enter', 'Ctrl+Enter', 'Ctrl+Enter'])
  })
  it('rest while a dialog is open, and where somebody else has taken the key', () => {
    keys(key('a'))
    page('<div role="dialog"></div>')
    press('a')
    const here = page('<div id="here"></div>')
    here.addEventListener('keydown', (e) => e.preventDefault())
    press('a', here)
    expect(done).toEqual([])
    press('a')
    expect(done).toEqual(['a'])
  })
  it('are listed while their part of the screen is there, and work no longer than that', () => {
    keys(key('a'))
    expect(useKnownKeys().value.map((r) => [r.where, r.keys.map((k) => k.keys)])).toEqual([['Here', ['a']]])
    scope.stop()
    press('a')
    expect([useKnownKeys().value, done]).toEqual([[], []])
  })
})

describe('a row of tools', () => {
  let left = 0
  /** A toolbar of some buttons; the third cannot be used. */
  function tools() {
    const root = page(
      '<div id="here"><button>A</button><button>B</button><button disabled>C</button><button>D</button></div>',
    )
    let bar!: ReturnType<typeof useToolbar>
    const app = createApp({
      setup() {
        bar = useToolbar(
          () => root,
          () => left++,
        )
        return () => null
      },
    })
    app.mount(document.createElement('div'))
    root.addEventListener('keydown', bar.onKey)
    root.addEventListener('focusin', bar.onFocus)
    const [a, b, , d] = [...root.querySelectorAll('button')] as HTMLButtonElement[]
    return { a: a!, b: b!, d: d! }
  }
  beforeEach(() => (left = 0))
  const stops = () => [...document.querySelectorAll('button:not(:disabled)')].map((e) => (e as HTMLElement).tabIndex)

  it('is one stop of the Tab key: the first, then the one that was used last', () => {
    const { d } = tools()
    expect(stops()).toEqual([0, -1, -1])
    d.focus()
    expect(stops()).toEqual([-1, -1, 0])
  })
  it('is walked with the arrows, round its ends, past what cannot be used', () => {
    const { a, b, d } = tools()
    a.focus()
    press('ArrowRight', a)
    expect(document.activeElement).toBe(b)
    press('ArrowRight', b)
    expect(document.activeElement).toBe(d)
    press('ArrowRight', d)
    expect(document.activeElement).toBe(a)
    press('ArrowLeft', a)
    expect(document.activeElement).toBe(d)
    press('Home', d)
    expect(document.activeElement).toBe(a)
    press('End', a)
    expect(document.activeElement).toBe(d)
  })
  it('is left with Escape, and takes no key that is held with another or that it does not know', () => {
    const { a } = tools()
    a.focus()
    expect([press('ArrowRight', a, { ctrlKey: true }), press('x', a)]).toEqual([false, false])
    expect(press('Escape', a)).toBe(true)
    expect([left, document.activeElement]).toEqual([1, a])
  })
})

describe('a block of cells', () => {
  const block = (rows = 10, columns = 5) => {
    const [r, c] = [ref(rows), ref(columns)]
    const range = scope.run(() =>
      useCellRange(
        () => r.value,
        () => c.value,
      ),
    )!
    return { ...range, rows: r, columns: c }
  }

  it('is one cell until it is stretched from there, in any direction', () => {
    const { go, block: selected, height, width, isSelected } = block()
    go(4, 2)
    expect([height.value, width.value]).toEqual([1, 1])
    go(2, 4, true)
    expect(selected.value).toEqual({ top: 2, bottom: 4, left: 2, right: 4 })
    expect([height.value, width.value, isSelected(3, 3), isSelected(1, 3)]).toEqual([3, 3, true, false])
    go(6, 0, true)
    expect(selected.value).toEqual({ top: 4, bottom: 6, left: 0, right: 2 })
    go(0, 0)
    expect(selected.value).toEqual({ top: 0, bottom: 0, left: 0, right: 0 })
  })
  it('stays inside of the sheet, also where that gets smaller', async () => {
    const { go, at, corner, rows, columns } = block()
    go(99, -3)
    expect({ ...at }).toEqual({ row: 9, column: 0 })
    go(9, 4, true)
    rows.value = 3
    columns.value = 2
    await nextTick()
    expect([{ ...at }, { ...corner }]).toEqual([
      { row: 2, column: 0 },
      { row: 2, column: 1 },
    ])
    rows.value = 0
    await nextTick()
    expect({ ...at }).toEqual({ row: 0, column: 0 })
  })
})

describe('what is typed at a cell that is still loading', () => {
  const typed: string[] = []
  const cell = () => {
    const at = reactive({ row: 3, column: 1 })
    const there = ref(false)
    const type = scope.run(() =>
      useEarlyTyping(
        at,
        () => there.value,
        (text) => typed.push(text),
      ),
    )!
    return { at, there, type }
  }
  beforeEach(() => (typed.length = 0))

  it('opens the cell with all of it, once it is there', async () => {
    const { there, type } = cell()
    type('4')
    type('2')
    await nextTick()
    expect(typed).toEqual([])
    there.value = true
    await nextTick()
    expect(typed).toEqual(['42'])
  })
  it('is for that cell alone: whoever has gone on has not typed into another', async () => {
    const { at, there, type } = cell()
    type('4')
    at.row = 4
    there.value = true
    await nextTick()
    expect(typed).toEqual([])
    there.value = false
    await nextTick()
    type('7')
    there.value = true
    await nextTick()
    expect(typed).toEqual(['7'])
  })
})

describe('a segment that is split', () => {
  const at: number[] = []
  const text = 'Dry inside. Light too.'
  const split = (source = text, may = true) =>
    scope.run(() =>
      useSegmentSplit(
        () => source,
        (place) => at.push(place),
        () => may,
      ),
    )!
  beforeEach(() => (at.length = 0))

  it('shows the place first, between words, and is split there when it is asked again', () => {
    const { splitAt, split: ask } = split()
    ask()
    expect(text.slice(splitAt.value!)).toBe('Light too.')
    press('ArrowLeft')
    expect(text.slice(splitAt.value!)).toBe('inside. Light too.')
    press('ArrowLeft')
    expect(text.slice(splitAt.value!)).toBe('inside. Light too.')
    press('ArrowRight')
    press('ArrowRight')
    press('ArrowRight')
    expect(text.slice(splitAt.value!)).toBe('too.')
    press('Enter')
    expect(at.map((place) => text.slice(place))).toEqual(['too.'])
  })
  it('is left whole with Escape, and leaves keys alone when none is to be split', () => {
    const { splitAt, split: ask } = split()
    expect(press('ArrowLeft')).toBe(false)
    ask()
    expect(press('Escape')).toBe(true)
    expect([splitAt.value, at]).toEqual([null, []])
  })
  it('is nothing where one may not, or where it is one word', () => {
    const { splitAt, split: ask } = split(text, false)
    ask()
    expect(splitAt.value).toBeNull()
    const one = split('Wasserdicht')
    one.split()
    expect(one.splitAt.value).toBeNull()
  })
})

describe('an entry of a list that is moved', () => {
  it('stands where it was dropped, and the others in their order', () => {
    expect(moved(['a', 'b', 'c', 'd'], 0, 2)).toEqual(['b', 'c', 'a', 'd'])
    expect(moved(['a', 'b', 'c', 'd'], 3, 0)).toEqual(['d', 'a', 'b', 'c'])
    expect(moved(['a', 'b'], 1, 1)).toEqual(['a', 'b'])
  })
})
