/** An inline value that the editor offers: its address, what it is called, how many have it, and one of them. */
export interface OfferedValue {
  address: string
  label: string
  /** Of the products that are meant, so many in a hundred have it. */
  share?: number
  sample?: string
}

/** Below this share, most pages would show nothing in its place. */
const rare = 20

/** Whether hardly any product has a value. */
export const isRare = ({ share }: OfferedValue): boolean => share !== undefined && share < rare

/** How near a name is to what was typed: the same, its beginning, that of one of its words, or somewhere in it. */
function distance({ label, address }: OfferedValue, typed: string): number {
  const names = [label.toLowerCase(), address.slice(address.indexOf(':') + 1).toLowerCase()]
  if (names.includes(typed)) return 0
  if (names.some((n) => n.startsWith(typed))) return 1
  if (names.some((n) => n.split(/[\s-]+/).some((word) => word.startsWith(typed)))) return 2
  return names.some((n) => n.includes(typed)) ? 3 : 4
}

/** The values whose name holds what was typed, the nearest name first; of those as near, in the order given. */
export function nearestValues(values: readonly OfferedValue[], query: string): OfferedValue[] {
  const typed = query.trim().toLowerCase()
  return values
    .map((value) => ({ value, far: distance(value, typed) }))
    .filter(({ far }) => far < 4)
    .sort((a, b) => a.far - b.far)
    .map(({ value }) => value)
}
