import type { ScreenName } from '~/components/proof/screenName'
import type { Layout } from '@core/page/layout'
import type { AssignmentRecord, PieceRecord } from '@contracts/records'

/** What is being written and could be looked at on the page before it is saved. */
export interface ProofTrial {
  /** What it is called in a sentence: “this assignment”. */
  name: string
  assignment?: AssignmentRecord
  piece?: PieceRecord
  layout?: Layout
}

/** Whether the window has no room for the proof beside a page: it lies over it then, and is opened when it is wanted. */
const isNarrow = () => window.matchMedia('(max-width: 980px)').matches

/** On which screen the proof shows a page. */
export const useProofWidth = () => useState<ScreenName>('proof-width', () => 'phone')

/** The product whose page the proof shows beside the screen. */
export function useProofFocus() {
  const focus = useState<string | null>('proof-focus', () => null)
  const open = useState<boolean>('proof-open', () => !isNarrow())
  /** Rises when something was saved that the page may show. */
  const version = useState<number>('proof-version', () => 0)
  const trial = useState<ProofTrial | null>('proof-trial', () => null)
  /** Words to be found and shown on the page; and what somebody chose there: its words, and the piece it stands in. */
  const sought = useState<string | null>('proof-sought', () => null)
  const picked = useState<{ words: string; piece: string | null; n: number } | null>('proof-picked', () => null)
  /** How many screens that are open keep a place for it. */
  const places = useState<number>('proof-places', () => 0)
  return {
    focus,
    open,
    places,
    version,
    trial,
    sought,
    picked,
    refresh: () => {
      version.value++
    },
  }
}

/** Keeps the place of the proof beside a screen from its beginning, so that nothing moves once its product is known. */
export function useProofPlace() {
  const { places } = useProofFocus()
  places.value++
  onScopeDispose(() => {
    places.value--
  })
}

/** Offers a draft to the proof while the screen is open: the page as it would be with it. Null offers nothing. */
export function useProofTrial(draft: () => ProofTrial | null) {
  const { trial } = useProofFocus()
  watch(
    draft,
    (d) => {
      trial.value = d === null ? null : (JSON.parse(JSON.stringify(d)) as ProofTrial)
    },
    { immediate: true, deep: true },
  )
  onScopeDispose(() => {
    trial.value = null
  })
}
