import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { takeTranslations } from '../../http/take-translations'

export default endpoint(operations.importTranslations, ({ event, person, header }) => takeTranslations(event, person, header('prefer')))
