import { answerUnknown } from '../http/unknown'

// Without this, unknown addresses would be answered by the application's page with 200.
export default answerUnknown
