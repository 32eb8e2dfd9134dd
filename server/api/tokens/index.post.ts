import { setResponseStatus } from 'h3'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { makeToken } from '../../services/people/tokens'

export default endpoint<object, { name: string }>(
  operations.makeToken,
  async ({ event, person, asking, body, now }) => {
    const made = await makeToken(person, asking, body.name, now)
    setResponseStatus(event, 201)
    return made
  },
)
