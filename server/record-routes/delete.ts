import { recordHandler } from '../http/records'

export default recordHandler('delete')
