import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listMedia } from '../../services/media'

export default endpoint<Parameters<typeof listMedia>[0]>(operations.listMedia, ({ query }) => listMedia(query))
