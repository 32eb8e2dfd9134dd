import { operations } from '@contracts/operations'
import type { ReworkBody } from '@contracts/rework'
import { endpoint } from '../../../../http/endpoint'
import { previewRework } from '../../../../services/bulk/rework-attribute'

export default endpoint<object, ReworkBody>(operations.previewRework, ({ param, body }) =>
  previewRework(param('code'), body),
)
