import path from 'node:path'
import { mayImport, rooms, without } from '../room.mjs'

/**
 * ESLint rule: imports run one way, app and server to contracts and core, contracts to core, core to nothing of ours.
 */
export default {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      direction:
        '“{{from}}” must not import from “{{to}}”: imports run app → contracts, core; server → contracts, ' +
        'core; contracts → core; the shop → nothing.',
      package: '“{{from}}” must do without the package “{{name}}”.',
    },
  },
  create(context) {
    const root = context.cwd
    const from = path.relative(root, context.filename).split(path.sep)[0]
    if (!rooms.includes(from)) return {}
    const check = (node, source) => {
      if (typeof source !== 'string') return
      const alias = /^@(core|contracts|server|demo)\//.exec(source)?.[1]
      const to =
        alias ??
        (source.startsWith('.')
          ? path.relative(root, path.resolve(path.dirname(context.filename), source)).split(path.sep)[0]
          : undefined)
      if (to === undefined) {
        if (without[from]?.some((re) => re.test(source)))
          context.report({ node, messageId: 'package', data: { from, name: source } })
      } else if (rooms.includes(to) && !mayImport[from].includes(to))
        context.report({ node, messageId: 'direction', data: { from, to } })
    }
    return {
      ImportDeclaration: (n) => check(n, n.source.value),
      ImportExpression: (n) => check(n, n.source.value),
      ExportAllDeclaration: (n) => check(n, n.source.value),
      ExportNamedDeclaration: (n) => n.source && check(n, n.source.value),
    }
  },
}
