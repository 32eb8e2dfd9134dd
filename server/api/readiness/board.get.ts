import { endpoint } from '../../http/endpoint'
import { board } from '../../services/readiness/cloth'

export default endpoint('readinessBoard', ({ query }) => board(query))
