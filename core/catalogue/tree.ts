/** Something that stands under another of its kind, or at the top. */
export interface Placed {
  code: string
  parent: string | null
}

/** A row of a tree as it is read from top to bottom. */
export interface TreeRow<T extends Placed> {
  item: T
  /** 1 at the top. */
  level: number
  /** Its place among those beside it, from 0, and their number. */
  place: number
  beside: number
  hasChildren: boolean
}

/** Where something goes in a tree: under which parent, at which place among those beside it. */
export interface Spot {
  parent: string | null
  position: number
}

/**
 * The rows of a tree in reading order; what stands under a closed row is left out. Siblings keep the order of the list.
 */
export function treeRows<T extends Placed>(items: readonly T[], isOpen: (code: string) => boolean): TreeRow<T>[] {
  const children = new Map<string | null, T[]>()
  const known = new Set(items.map((i) => i.code))
  for (const item of items) {
    // What names a parent that is not there stands at the top rather than nowhere.
    const parent = item.parent !== null && known.has(item.parent) ? item.parent : null
    children.set(parent, [...(children.get(parent) ?? []), item])
  }
  const out: TreeRow<T>[] = []
  const visit = (parent: string | null, level: number) => {
    const list = children.get(parent) ?? []
    list.forEach((item, place) => {
      const hasChildren = children.has(item.code)
      out.push({ item, level, place, beside: list.length, hasChildren })
      if (hasChildren && isOpen(item.code)) visit(item.code, level + 1)
    })
  }
  visit(null, 1)
  return out
}

/** The code and all that stands under it. */
export function withAllBelow(items: readonly Placed[], code: string): Set<string> {
  const out = new Set([code])
  for (let size = 0; size !== out.size;) {
    size = out.size
    for (const i of items) if (i.parent !== null && out.has(i.parent)) out.add(i.code)
  }
  return out
}

/**
 * Where an item goes when it is moved by a step: up or down among those beside it, in under the one before it, or out
 * beside the one it stands under. Undefined where there is no such place.
 */
export function spotAfterStep(
  items: readonly Placed[],
  code: string,
  step: 'up' | 'down' | 'in' | 'out',
): Spot | undefined {
  const item = items.find((i) => i.code === code)
  if (!item) return undefined
  const beside = items.filter((i) => i.parent === item.parent)
  const at = beside.indexOf(item)
  if (step === 'up') return at > 0 ? { parent: item.parent, position: at - 1 } : undefined
  if (step === 'down') return at < beside.length - 1 ? { parent: item.parent, position: at + 1 } : undefined
  if (step === 'in') {
    const before = beside[at - 1]
    return before && { parent: before.code, position: items.filter((i) => i.parent === before.code).length }
  }
  const above = items.find((i) => i.code === item.parent)
  return above && { parent: above.parent, position: items.filter((i) => i.parent === above.parent).indexOf(above) + 1 }
}

/** Where an item goes when it is dropped before, into or after another. Undefined where it would stand under itself. */
export function spotOfDrop(
  items: readonly Placed[],
  code: string,
  target: string,
  where: 'before' | 'into' | 'after',
): Spot | undefined {
  const onto = items.find((i) => i.code === target)
  if (!onto || withAllBelow(items, code).has(target)) return undefined
  if (where === 'into')
    return { parent: target, position: items.filter((i) => i.parent === target && i.code !== code).length }
  const beside = items.filter((i) => i.parent === onto.parent && i.code !== code)
  return { parent: onto.parent, position: beside.indexOf(onto) + (where === 'after' ? 1 : 0) }
}
