import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { takeFile, uploadPath } from '../../http/take-import'
import { importMemory } from '../../services/translation/memory-files'

export default endpoint(operations.importMemory, async ({ event, person, now }) => importMemory(uploadPath(await takeFile(event)), person, now))
