import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { tidyLibrary } from '../../services/library/tidy'

export default endpoint(operations.tidyLibrary, () => tidyLibrary())
