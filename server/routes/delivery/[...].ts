import { answerUnknown } from '../../http/unknown'

export default answerUnknown
