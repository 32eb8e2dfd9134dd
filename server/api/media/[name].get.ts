import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { sendMedia } from '../../http/send-media'

export default endpoint(operations.getMedia, ({ event, param }) => sendMedia(event, param('name')))
