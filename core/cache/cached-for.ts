/**
 * What is worked out once for an object, such as a set-up, and a key, and is forgotten with the object. Beyond `most`
 * keys of an object, all of its are forgotten, so that keys without number, such as texts or moments, take no room
 * without end.
 */
export function cachedFor<O extends object, T>(most = 50_000): (of: O, key: string, make: () => T) => T {
  const all = new WeakMap<O, Map<string, T>>()
  return (of, key, make) => {
    let kept = all.get(of)
    if (kept?.has(key)) return kept.get(key)!
    if (!kept || kept.size >= most) all.set(of, (kept = new Map()))
    const made = make()
    kept.set(key, made)
    return made
  }
}
