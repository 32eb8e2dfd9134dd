import { firstStyles } from '@core/house-style/style'
import { endpoint } from '../../http/endpoint'
import { database } from '../../db/connect'
import { readStyles } from '../../db/queries/house-style'

export default endpoint('listStyles', async () => ({
  items: await readStyles(database()),
  first: firstStyles,
  next: null,
}))
