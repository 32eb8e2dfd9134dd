import type { Server } from 'node:http'
import type { Socket } from 'node:net'
import { defineNitroPlugin } from 'nitropack/runtime'
import { sendIfReady } from '../http/send-ready'

const taken = new WeakSet<Server>()

/** Has a server ask first for what is ready; everything else goes to whoever listened before. */
function askFirst(server: Server): void {
  taken.add(server)
  const others = server.listeners('request')
  server.removeAllListeners('request')
  server.on('request', (request, response) => {
    if (sendIfReady(request, response)) return
    for (const other of others) other.call(server, request, response)
  })
}

/** Answers of delivery that are ready are sent before anything else; the server is known with its first request. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    const { server } = event.node.req.socket as Socket & { server?: Server }
    if (server && !taken.has(server)) askFirst(server)
  })
})
