/**
 * Follows a link within the application. For lists of very many rows, whose links are plain elements, as a component
 * for each is dear; with a key held down, the browser does what it always does.
 */
export function followLink(e: MouseEvent) {
  const link = (e.target as Element).closest('a')
  if (!link || e.button !== 0 || e.ctrlKey || e.metaKey || e.shiftKey || e.altKey) return
  e.preventDefault()
  void navigateTo(link.getAttribute('href')!)
}
