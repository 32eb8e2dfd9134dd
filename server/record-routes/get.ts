import { recordHandler } from '../http/records'

export default recordHandler('get')
