import path from 'node:path'
import { rooms } from '../room.mjs'
import { circleOf, importsOf } from './circles.mjs'

/** What the files of a project import, read once for a run of the linter. */
const known = new Map()
function importsIn(root) {
  if (!known.has(root)) known.set(root, importsOf(root, rooms))
  return known.get(root)
}

/** ESLint rule: no file imports itself by way of others, types included. */
export default {
  meta: {
    type: 'problem',
    schema: [],
    messages: { circle: 'This file imports itself: {{way}}. Move what both need to a file of its own.' },
  },
  create(context) {
    const root = context.cwd
    return {
      Program(node) {
        const circle = circleOf(context.filename, importsIn(root))
        if (!circle) return
        const way = [...circle, context.filename].map((file) => path.relative(root, file)).join(' → ')
        context.report({ node, loc: { line: 1, column: 0 }, messageId: 'circle', data: { way } })
      },
    }
  },
}
