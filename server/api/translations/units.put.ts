import { endpoint } from '../../http/endpoint'
import { saveUnits } from '../../services/translation/desk'

export default endpoint('saveUnits', ({ person, body, now }) => saveUnits(person, body, now))
