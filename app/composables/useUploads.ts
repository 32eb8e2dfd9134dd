import type { Uploaded } from '@contracts/media'

/** A file on its way into the media library. */
export interface Upload {
  file: File
  state: 'waits' | 'goes' | Uploaded['state'] | 'refused'
  name: string | null
  nearDuplicates: string[]
  problem: string | null
}

const atOnce = 3

/** Sends files to the media library, a few at a time; one that is refused stops no other. */
export function useUploads(done: () => void = () => undefined) {
  const list = ref<Upload[]>([])
  let going = 0
  const busy = computed(() => list.value.some((u) => u.state === 'waits' || u.state === 'goes'))
  const taken = computed(() => list.value.filter((u) => u.name !== null))

  async function send(u: Upload) {
    u.state = 'goes'
    try {
      const data = await call('uploadMedia', {
        query: { name: u.file.name },
        body: u.file,
        headers: { 'content-type': 'application/octet-stream' },
      })
      u.state = data.state
      u.name = data.name
      u.nearDuplicates = data.nearDuplicates
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      u.state = 'refused'
      u.problem = e.sentence
    }
  }
  async function next(): Promise<void> {
    const u = list.value.find((x) => x.state === 'waits')
    if (!u || going >= atOnce) return
    going++
    await send(u).finally(() => {
      going--
    })
    if (busy.value) return next()
    done()
  }
  function add(files: Iterable<File>) {
    for (const file of files) list.value.push({ file, state: 'waits', name: null, nearDuplicates: [], problem: null })
    for (let i = 0; i < atOnce; i++) void next()
  }
  const clear = () => {
    list.value = []
  }
  return { list, busy, taken, add, clear }
}
