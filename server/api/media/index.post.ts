import { unlink } from 'node:fs/promises'
import { endpoint } from '../../http/endpoint'
import { takeFile, uploadPath } from '../../http/take-import'
import { takeMedia } from '../../services/media/media'

const mostBytes = 100 * 1024 * 1024

export default endpoint('uploadMedia', async ({ event, person, query, now }) => {
  const file = uploadPath(await takeFile(event, mostBytes))
  return takeMedia(person, file, query, now).finally(() => unlink(file))
})
