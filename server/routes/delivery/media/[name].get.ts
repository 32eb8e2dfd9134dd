import { endpoint } from '../../../http/endpoint'
import { sendMedia } from '../../../http/send-media'

export default endpoint('sendMedia', ({ event, param, query, now }) => sendMedia(event, param('name'), query, now))
