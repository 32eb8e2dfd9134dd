/** What can be focused, and its text selected, from outside: the text fields of the kit. */
export interface Focusable {
  focus(): void
  select(): void
}
