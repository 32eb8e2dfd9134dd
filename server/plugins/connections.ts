import type { Server } from 'node:http'
import type { Socket } from 'node:net'
import { defineNitroPlugin } from 'nitropack/runtime'

/** Longer than common proxies keep a connection, which else send a request just when it is closed. In milliseconds. */
const keptOpen = 75_000

/** Connections stay open between requests; the server that does so is known with its first request. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    const { server } = event.node.req.socket as Socket & { server?: Server }
    if (server && server.keepAliveTimeout < keptOpen) server.keepAliveTimeout = keptOpen
  })
})
