import { operations } from '@contracts/operations'
import type { TrialBody } from '@contracts/readiness'
import { endpoint } from '../../http/endpoint'
import { tryWords } from '../../services/readiness/try-words'

export default endpoint<object, TrialBody>(operations.tryWords, ({ body }) => tryWords(body))
