import { messageStates, type ConnectionMessage, type ConnectionTest, type ListedConnection } from '../connections'
import type { Operation } from '../operation'
import type { Items, Page } from '../paging'
import { Joi } from '../schema'

/** What each of these calls answers. */
export interface ConnectionAnswers {
  listConnections: Items<ListedConnection>
  makeConnectionSecret: { secret: string }
  testConnection: ConnectionTest
  sendEverything: { storefronts: number }
  listMessages: Page<ConnectionMessage>
  sendMessageAgain: ConnectionMessage
  discardMessage: void
}

export const connectionOperations = {
  listConnections: {
    method: 'get',
    path: '/api/connections',
    summary: 'Connections to other systems, with how sending goes',
    action: 'set-up',
  },
  makeConnectionSecret: {
    method: 'post',
    path: '/api/connections/{code}/secret',
    status: 201,
    summary: 'Create the secret with which messages are signed; it replaces the one before, and is shown once',
    action: 'set-up',
  },
  testConnection: {
    method: 'post',
    path: '/api/connections/{code}/tests',
    summary:
      'Test it at once: an address by a challenge, a folder by writing there; where that goes well, it is sent to',
    action: 'set-up',
  },
  sendEverything: {
    method: 'post',
    path: '/api/connections/{code}/runs',
    status: 201,
    summary: 'Have all that is live sent to a shop, or written into files, in every storefront of the connection',
    action: 'set-up',
  },
  listMessages: {
    method: 'get',
    path: '/api/messages',
    summary: 'Messages to other systems with their tries, the newest first',
    action: 'set-up',
    query: Joi.object({
      connection: Joi.string().max(100),
      state: Joi.string().valid(...messageStates),
      before: Joi.number().integer().min(1),
      limit: Joi.number().integer().min(1).max(200).default(50),
    }),
  },
  sendMessageAgain: {
    method: 'post',
    path: '/api/messages/{id}/tries',
    summary: 'Send a message again that was given up, or was sent',
    action: 'set-up',
  },
  discardMessage: {
    method: 'delete',
    path: '/api/messages/{id}',
    summary: 'Discard a message; one that waits is not sent then',
    action: 'set-up',
  },
} as const satisfies Record<keyof ConnectionAnswers, Operation>
