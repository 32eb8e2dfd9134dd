import { endpoint } from '../../http/endpoint'
import { takeForWorker } from '../../http/take-for-worker'

export default endpoint('importTranslations', ({ event, person, header }) =>
  takeForWorker(event, person, {
    kind: 'translation-import',
    title: 'Imported translations',
    prefer: header('prefer'),
  }),
)
