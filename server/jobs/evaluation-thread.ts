import { parentPort } from 'node:worker_threads'
import { disconnect } from '../db/connect'
import type { KnownReach } from '../services/readiness/known-reach'
import { evaluateBlocks } from '../services/readiness/blocks'
import type { FromThread, ToThread } from './evaluation-threads'
import { now } from '../clock'

// Evaluates beside the thread that has started it, with what it is given of reaches.
let stopped = false
let known: KnownReach | undefined
const port = parentPort!
const say = (message: FromThread) => port.postMessage(message)
const told = new Promise<void>((resolve) => {
  port.on('message', (message: ToThread) => {
    if (message === 'stop') stopped = true
    else known = message
    resolve()
  })
})
await told
await evaluateBlocks({
  now,
  reach: () => known,
  onEvaluated: (evaluated) => say({ evaluated }),
  stopped: () => stopped,
})
await disconnect()
port.close()
