/**
 * A row of tools as it is used by keyboard: one stop of the Tab key, the arrows and Home and End from tool to tool,
 * Escape back to what the tools are for (the toolbar pattern of the ARIA Authoring Practices Guide).
 */
export function useToolbar(root: () => HTMLElement | null, leave: () => unknown) {
  const tools = () => [...(root()?.querySelectorAll<HTMLElement>('button:not(:disabled), select:not(:disabled)') ?? [])]
  let current = 0
  /** Only one of them is reached by the Tab key: the one that was used last. */
  function mark() {
    const all = tools()
    current = Math.min(current, Math.max(0, all.length - 1))
    all.forEach((tool, i) => {
      tool.tabIndex = i === current ? 0 : -1
    })
  }
  function go(to: number) {
    const all = tools()
    current = (to + all.length) % all.length
    mark()
    all[current]?.focus()
  }
  onMounted(mark)
  onUpdated(mark)
  function onFocus(e: FocusEvent) {
    const at = tools().indexOf(e.target as HTMLElement)
    if (at < 0) return
    current = at
    mark()
  }
  function onKey(e: KeyboardEvent) {
    const steps: Record<string, () => void> = {
      ArrowRight: () => go(current + 1),
      ArrowLeft: () => go(current - 1),
      Home: () => go(0),
      End: () => go(-1),
      Escape: () => void leave(),
    }
    const step = steps[e.key]
    if (!step || e.ctrlKey || e.altKey || e.metaKey) return
    e.preventDefault()
    e.stopPropagation()
    step()
  }
  return { onFocus, onKey }
}
