import { toast } from 'vue-sonner'

/** Says what went wrong in the words of the server. */
export function tellProblem(e: unknown) {
  if ((e as Error).name === 'AbortError') return
  if (e instanceof ApiProblem) toast.error(e.problem.title, { description: e.sentence, duration: 9000 })
  else {
    console.error(e)
    toast.error('Something broke', { description: 'This page could not do that. Reload it and try again.' })
  }
}

/** Says that something was done. */
export const tell = (text: string) => toast.success(text)
