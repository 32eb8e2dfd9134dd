import { endpoint } from '../../http/endpoint'
import { takeForWorker } from '../../http/take-for-worker'

export default endpoint('importMemory', ({ event, person, header }) =>
  takeForWorker(event, person, {
    kind: 'memory-import',
    title: 'Importing pairs into the memory',
    prefer: header('prefer'),
  }),
)
