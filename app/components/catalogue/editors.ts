import type { ValueEditor } from '@core/attributes/types/shape'

/** How a field in which values are written behaves, wherever it stands. */
interface EditorTraits {
  /** Enter belongs to it: it makes a line, or chooses. In the others, Enter is done. */
  takesEnter: boolean
  /** It is more than a cell of the sheet holds, and lies over it. */
  large: boolean
  /** Typing over a cell begins with what was typed. */
  beginsTyped: boolean
  /** How wide its column of the sheet is, in pixels. */
  width: number
}

const inCell = { takesEnter: false, large: false, beginsTyped: false }
const overCell = { takesEnter: true, large: true, beginsTyped: false }

/** Every field in which values are written. */
export const editors: Record<ValueEditor, EditorTraits> = {
  line: { ...inCell, beginsTyped: true, width: 190 },
  lines: { ...overCell, beginsTyped: true, width: 260 },
  formatted: { ...overCell, width: 280 },
  points: { ...overCell, width: 260 },
  table: { ...overCell, width: 200 },
  box: { ...overCell, width: 190 },
  questions: { ...overCell, width: 160 },
  number: { ...inCell, width: 84 },
  measure: { ...inCell, width: 100 },
  'yes-no': { ...inCell, width: 76 },
  option: { ...inCell, width: 130 },
  options: { ...inCell, large: true, width: 170 },
  date: { ...inCell, width: 124 },
  pictures: { ...overCell, width: 140 },
  files: { ...overCell, width: 140 },
}
