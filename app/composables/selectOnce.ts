/** The value that was chosen in a list that only offers things to add: the list goes back to its first line. */
export function takeChoice(e: Event): string {
  const list = e.target as HTMLSelectElement
  const { value } = list
  list.value = ''
  return value
}
