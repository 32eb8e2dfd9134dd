import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { signedInOf } from '../http/signed-in'

export default endpoint(operations.whoAmI, async ({ event, person, now }) => ({
  person,
  token: (await signedInOf(event, now))!.token,
  now: new Date(now).toISOString(),
}))
