import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { saveUnits, type SaveBody } from '../../services/translation/desk'

export default endpoint<object, SaveBody>(operations.saveUnits, ({ person, body, now }) => saveUnits(person, body, now))
