export { assignments, blockKinds, campaigns } from './assignments'
export { questions, questionSets } from './questions'
export { composedPages } from './pages'
export { openingSpecials, specials } from './specials'
import { morePieces } from './assignments'
import { pieces as written } from './pieces'

/** The tabs and blocks of the demo. */
export const pieces = [...written, ...morePieces]
