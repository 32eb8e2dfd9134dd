import { operations } from '@contracts/operations'
import type { Coded } from '@core/translation/coded'
import { endpoint } from '../../http/endpoint'
import { translateByMachine } from '../../services/translation/machine'

export default endpoint<object, { from: string; to: string; segments: Coded[] }>(
  operations.translateSegments,
  async ({ body }) => ({ items: await translateByMachine(body.segments, body.from, body.to) }),
)
