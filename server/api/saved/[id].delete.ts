import { endpoint } from '../../http/endpoint'
import { removeSaved } from '../../services/people/saved-views'

export default endpoint('removeSaved', ({ person, param }) => removeSaved(person, Number(param('id'))))
