import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { translators } from '../../services/translation/work'

export default endpoint<{ language: string }>(operations.translators, async ({ query }) => ({
  items: await translators(query.language),
}))
