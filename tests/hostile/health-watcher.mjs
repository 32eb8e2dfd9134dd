// Asks about a server's health all the time, from a process that does nothing else: what the tests send and make
// meanwhile must not delay what is measured here. Says in JSON what came of it when its input ends.
//
//   node health-watcher.mjs URL-OF-HEALTH URL-OF-THE-BARE-SERVER PROCESS-ID MILLISECONDS-BETWEEN
//
// Of an answer that was late, what the machine withheld is no fault of the application: the time in which the server
// was ready to run and others had the processor (/proc/PID/schedstat: its second figure, nanoseconds), the time in
// which the host ran other machines (/proc/stat: the eighth figure of a processor, hundredths of a second), and what
// a server that answers at once took at the same moment.
import { readFileSync } from 'node:fs'

const [health, bare, pid, every] = process.argv.slice(2)

/** Milliseconds for which the server has waited for a processor so far; 0 where the system does not tell. */
function waitedSoFar() {
  try {
    return Number(readFileSync(`/proc/${pid}/schedstat`, 'utf8').split(' ')[1]) / 1e6
  } catch {
    return 0
  }
}

/** Milliseconds that the host has taken from each processor so far. */
function stolenSoFar() {
  const perProcessor = readFileSync('/proc/stat', 'utf8').matchAll(/^cpu\d+ (.+)$/gm)
  return [...perProcessor].map(([, figures]) => Number(figures.split(' ')[7]) * 10)
}

async function timed(ask) {
  const began = performance.now()
  const value = await ask()
  return { value, took: performance.now() - began }
}

const statusOf = () =>
  fetch(health, { signal: AbortSignal.timeout(30_000) })
    .then(async (answer) => {
      await answer.text()
      return answer.status
    })
    .catch(() => 0)
const askBare = () => fetch(bare).then((answer) => answer.text())

/** One look: how long health took beyond what the machine withheld, with all that it was made of. */
async function look() {
  const waitedBefore = waitedSoFar()
  const stolenBefore = stolenSoFar()
  const [answer, reference] = await Promise.all([timed(statusOf), timed(askBare)])
  const waited = Math.max(0, waitedSoFar() - waitedBefore)
  const stolen = Math.max(0, ...stolenSoFar().map((ms, i) => ms - (stolenBefore[i] ?? ms)))
  const withheld = Math.max(reference.took, waited + stolen)
  return {
    status: answer.value,
    beyond: Math.max(0, answer.took - withheld),
    took: answer.took,
    bare: reference.took,
    waited,
    stolen,
  }
}

const watch = { asked: 0, bad: 0, worst: 0, slowest: undefined }
let on = true
process.stdin.resume().on('end', () => {
  on = false
})
while (on) {
  const seen = await look()
  watch.asked++
  if (seen.status !== 200) watch.bad++
  else if (seen.beyond >= watch.worst) {
    watch.worst = seen.beyond
    watch.slowest = Object.fromEntries(Object.entries(seen).map(([name, figure]) => [name, Math.round(figure)]))
  }
  await new Promise((resolve) => setTimeout(resolve, Number(every)))
}
console.log(JSON.stringify(watch))
process.exit(0)
