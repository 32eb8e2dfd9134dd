import { endpoint } from '../../../http/endpoint'
import { correct } from '../../../services/translation/matches'

export default endpoint('correctPair', ({ person, body, param }) =>
  correct(person, Number(param('id')) || 0, body.target),
)
