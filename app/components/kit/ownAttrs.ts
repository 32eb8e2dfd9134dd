/** What was set on a component besides its props, in two parts: the class, and all else, for the element that it is of. */
export function useOwnAttrs() {
  const attrs = useAttrs()
  return computed(() => {
    const { class: outer, ...inner } = attrs
    return { outer, inner }
  })
}
