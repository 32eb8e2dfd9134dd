// Maximum flows, by which it is known what fits and what does not (L. R. Ford and D. R. Fulkerson, 1956).

interface Edge {
  to: number
  left: number
  back: number
}

/** A network of nodes, numbered from 0 on, and edges that take so much. */
export class Flow {
  readonly #edges: Edge[][]

  constructor(nodes: number) {
    this.#edges = Array.from({ length: nodes }, () => [])
  }

  /** Adds an edge that takes a whole number at most. */
  edge(from: number, to: number, most: number): void {
    const [there, back] = [this.#edges[from]!, this.#edges[to]!]
    there.push({ to, left: most, back: back.length })
    back.push({ to: from, left: 0, back: there.length - 1 })
  }

  /** Lets as much flow as can. Returns how much that is. */
  run(from: number, to: number): number {
    let all = 0
    for (let path = this.#path(from, to); path; path = this.#path(from, to)) {
      for (const edge of path) {
        edge.left--
        this.#edges[edge.to]![edge.back]!.left++
      }
      all++
    }
    return all
  }

  /** A shortest path of edges that take more. */
  #path(from: number, to: number): Edge[] | undefined {
    const by = new Map<number, { edge: Edge; before: number }>()
    const queue = [from]
    for (let node = queue.shift(); node !== undefined; node = queue.shift()) {
      for (const edge of this.#edges[node]!) {
        if (edge.left === 0 || edge.to === from || by.has(edge.to)) continue
        by.set(edge.to, { edge, before: node })
        queue.push(edge.to)
      }
      if (by.has(to)) break
    }
    if (!by.has(to)) return undefined
    const path: Edge[] = []
    for (let node = to; node !== from; node = by.get(node)!.before) path.unshift(by.get(node)!.edge)
    return path
  }

  /** The nodes on the side of `from` of a minimum cut, once all has flown: those that more would reach. */
  reached(from: number): Set<number> {
    const reached = new Set([from])
    for (const node of reached) for (const { to, left } of this.#edges[node]!) if (left > 0) reached.add(to)
    return reached
  }
}
