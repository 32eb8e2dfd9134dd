import type { DeliveredProof, Proof, TriedProof } from '@contracts/proof'
import type { ProofTrial } from '~/composables/useProofFocus'
import { framedDocument, type FramedPage } from './framedPage'

/** Through what a page is looked at: an edition, a customer group, and a moment; now without one. */
export interface ProofLens {
  storefront: string
  language: string
  group?: string
  at?: string
}

/** A page as the proof shows it, with what it is known from. */
export interface ProofPage {
  /** Null where shoppers got none. */
  framed: FramedPage | null
  language: string
  /** Of a page from what is saved, or being written: the reasons for its parts, and what else is known of it. */
  proof: (Proof & Partial<TriedProof>) | null
  /** Of a page that was delivered: the release that was live then; null where none was. */
  release: DeliveredProof['release'] | undefined
}

/** A moment is past once it is so many milliseconds ago: “now” is no moment of the past. */
const pastAfter = 60_000

export interface ProofAsked {
  sku: string
  lens: ProofLens
  /** What is being written and shown on the page; null is the page as it is saved. */
  trial?: ProofTrial | null
  /** Whether the page is wanted as it is delivered, at any moment. */
  delivered?: boolean
}

/**
 * The page of a product: as it would be from what is saved, or with what is being written; at a past moment, as
 * shoppers got it. Where nothing was live at a past moment, or it is no longer kept, it is put together from what is
 * saved. It says what it said until the next is there. Undefined asks nothing.
 */
export function useProofPage(asked: () => ProofAsked | undefined) {
  const { version } = useProofFocus()
  const options = { wait: 120, on: () => version.value }
  const isPast = computed(() => {
    const at = asked()?.lens.at
    return at !== undefined && Date.parse(at) < Date.now() - pastAfter
  })
  const wantsDelivered = computed(() => {
    const { delivered, trial } = asked() ?? {}
    return delivered === true || (isPast.value && !trial)
  })
  const asDelivered = useAnswer(
    'deliveredProof',
    () => {
      const { sku, lens } = asked() ?? {}
      return wantsDelivered.value && sku !== undefined ? { params: { sku }, query: { ...lens! } } : undefined
    },
    options,
  )
  /** Whether what was delivered is known, and cannot be shown: then what is saved is looked at. */
  const isUnknown = computed(() => {
    const found = asDelivered.data.value
    return found !== undefined && (found.release === null || found.release.forgotten)
  })
  const wantsSaved = computed(() => !wantsDelivered.value || (isUnknown.value && !asked()?.delivered))
  const asSaved = useAnswer(
    'proof',
    () => {
      const { sku, lens, trial } = asked() ?? {}
      return sku !== undefined && wantsSaved.value && !trial ? { params: { sku }, query: { ...lens! } } : undefined
    },
    options,
  )
  const asWritten = useAnswer(
    'tryProof',
    () => {
      const { sku, lens, trial } = asked() ?? {}
      if (sku === undefined || !trial) return undefined
      const { name: _, ...what } = trial
      return { params: { sku }, body: { ...lens!, ...what } }
    },
    options,
  )
  const newest = computed((): ProofPage | undefined => {
    const { lens, trial } = asked() ?? {}
    if (!lens) return undefined
    const { language } = lens
    const release = asDelivered.data.value?.release
    if (!wantsSaved.value) {
      const found = asDelivered.data.value
      return found && { framed: found.page && framedDocument(found.page), language, proof: null, release }
    }
    const proof = trial ? asWritten.data.value : asSaved.data.value
    return proof && { framed: proof, language, proof, release: wantsDelivered.value ? release : undefined }
  })
  const page = shallowRef<ProofPage>()
  watch(
    newest,
    (now) => {
      if (now) page.value = now
    },
    { immediate: true },
  )
  const problem = computed(() => {
    if (!wantsSaved.value) return asDelivered.problem.value
    return (asked()?.trial ? asWritten : asSaved).problem.value
  })
  return { page, problem }
}
