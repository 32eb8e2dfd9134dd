import { endpoint } from '../http/endpoint'
import { signedInOf } from '../http/signed-in'

export default endpoint('whoAmI', async ({ event, person, now }) => ({
  person,
  token: (await signedInOf(event, now))!.token,
  now: new Date(now).toISOString(),
}))
