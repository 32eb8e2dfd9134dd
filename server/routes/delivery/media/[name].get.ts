import type { Shape } from '@core/media/crop'
import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { sendMedia } from '../../../http/send-media'

export default endpoint<{ width?: number; shape: Shape }>(operations.sendMedia, ({ event, param, query }) =>
  sendMedia(event, param('name'), query),
)
