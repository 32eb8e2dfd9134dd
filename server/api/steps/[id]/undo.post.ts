import { accepted } from '../../../http/accepted'
import { endpoint } from '../../../http/endpoint'
import { queueUndo } from '../../../services/work/undo-step'

export default endpoint('undoStep', async ({ event, person, param }) =>
  accepted(event, await queueUndo(person, Number(param('id')))),
)
