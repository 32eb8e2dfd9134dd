import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { saveUnits } from '../../services/translations'

export default endpoint<object, Parameters<typeof saveUnits>[1]>(operations.saveUnits, ({ person, body, now }) => saveUnits(person, body, now))
