/**
 * Work that somebody began with a button or a key: one at a time, and what goes wrong is told. `during` says whether it
 * was done.
 */
export function useBusy() {
  const busy = ref(false)
  async function during(work: () => Promise<unknown>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    try {
      await work()
      return true
    } catch (e) {
      tellProblem(e)
      return false
    } finally {
      busy.value = false
    }
  }
  return { busy, during }
}
