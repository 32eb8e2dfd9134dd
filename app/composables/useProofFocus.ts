/** The product whose page the proof shows beside the screen. */
export function useProofFocus() {
  const focus = useState<string | null>('proof-focus', () => null)
  const open = useState<boolean>('proof-open', () => true)
  /** Rises when something was saved that the page may show. */
  const version = useState<number>('proof-version', () => 0)
  return { focus, open, version, refresh: () => { version.value++ } }
}
