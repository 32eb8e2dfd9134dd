/** The SKUs of a text with commas, semicolons, spaces, lines or tabs between them. */
export const skusIn = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean)

/** Asks which SKUs of a list products have, and keeps the others, for whoever wrote them to see at once. */
export function useKnownSkus() {
  const unknown = ref<string[]>([])
  /** Those that products have, as they are written there; undefined where that could not be asked. */
  async function askFor(skus: string[]): Promise<string[] | undefined> {
    try {
      const found = await call('knownSkus', { body: { skus } })
      unknown.value = found.unknown
      return found.skus
    } catch (e) {
      tellProblem(e)
      return undefined
    }
  }
  return { unknown, askFor }
}
