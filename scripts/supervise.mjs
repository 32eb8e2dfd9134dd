// Keeps programs running: what dies is started again, with pauses that grow while it goes on dying.

/** Milliseconds before the first, second … start again; the last goes on. */
const pauses = [500, 1000, 2000, 5000, 10_000, 30_000]
/** Whoever has run for so long has recovered: the next pause is the first again. */
const recovered = 60_000

/**
 * Starts something that ends by itself only when it fails, again and again until it is stopped. `start` gives the
 * running child; `say` is told of each end in a sentence.
 */
export function supervise(name, start, { say }) {
  let child
  let stopping = false
  let timer
  let failures = 0
  const begin = () => {
    const began = Date.now()
    child = start()
    child.once('exit', (code, signal) => {
      child = undefined
      if (stopping) return
      if (Date.now() - began > recovered) failures = 0
      const pause = pauses[Math.min(failures++, pauses.length - 1)]
      say(`The ${name} ended (${signal ?? code}). It is started again in ${pause / 1000} s.`)
      timer = setTimeout(begin, pause)
    })
    return child
  }
  return {
    first: begin(),
    running: () => child,
    /** Ends it and does not start it again; resolves when it is gone. */
    async stop(patience = 4000) {
      stopping = true
      clearTimeout(timer)
      const running = child
      if (!running || running.exitCode !== null || running.signalCode !== null) return
      const gone = new Promise((resolve) => running.once('exit', resolve))
      running.kill('SIGTERM')
      await Promise.race([gone, new Promise((resolve) => setTimeout(resolve, patience))])
      running.kill('SIGKILL')
      await gone
    },
  }
}
