import type { ProofTrial } from '~/composables/useProofFocus'

/** Whether the page is shown with what is being written, and what that is; null where it is shown as it is saved. */
export function useProofTried() {
  const { trial } = useProofFocus()
  const asTried = useState<boolean>('proof-as-tried', () => true)
  const tried = computed((): ProofTrial | null => (asTried.value ? trial.value : null))
  return { trial, asTried, tried }
}
