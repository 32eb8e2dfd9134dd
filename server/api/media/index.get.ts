import type { MediaQuery } from '@contracts/media'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listMedia } from '../../services/media/media'

export default endpoint<MediaQuery>(operations.listMedia, ({ query, now }) => listMedia(query, now))
