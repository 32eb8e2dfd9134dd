import { operations } from '@contracts/operations'
import type { MeaningBody } from '@contracts/pool'
import { endpoint } from '../../http/endpoint'
import { setMeaning } from '../../services/pool/meanings'

export default endpoint<object, MeaningBody>(operations.setMeaning, ({ person, body }) => setMeaning(person, body))
