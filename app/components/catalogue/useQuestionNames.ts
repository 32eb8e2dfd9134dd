/** The questions and question sets of the library that a product can take, with what they are called. */
export function useQuestionNames() {
  const lens = useLensStore()
  const most = 1000
  const { data: pieces } = useAnswer('listPieces', () => ({
    query: { kind: 'question', storefront: lens.storefront, language: lens.language, limit: most },
  }))
  const { data: sets } = useAnswer('listQuestionSets', () => ({}))
  const offered = computed(() => [
    ...(sets.value?.items ?? []).map((s) => ({
      code: s.code,
      name: `Set: ${s.name} (${countShown(s.questions.length, 'question')})`,
    })),
    ...(pieces.value?.items ?? []).map((p) => ({ code: p.code, name: p.title ?? p.name })),
  ])
  const names = computed(() => new Map(offered.value.map((o) => [o.code, o.name])))
  const nameOf = (code: string) => names.value.get(code) ?? code
  return { offered, nameOf }
}
