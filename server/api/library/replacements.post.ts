import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { replaceInLibrary, type ReplaceBody } from '../../services/library/replace'

export default endpoint<object, ReplaceBody>(operations.replaceInLibrary, ({ person, body, now }) =>
  replaceInLibrary(person, body, now),
)
