import { endpoint } from '../../http/endpoint'
import { tidyLibrary } from '../../services/library/tidy'

export default endpoint('tidyLibrary', () => tidyLibrary())
