// The least that a server can do: answers every request with the same body, or that nothing has changed.
import { createServer } from 'node:http'

const [port, bytes] = process.argv.slice(2).map(Number)
const body = Buffer.alloc(bytes, 'a')

createServer((request, response) => {
  if (request.headers['if-none-match'] !== undefined) {
    response.statusCode = 304
    response.end()
    return
  }
  response.setHeader('Content-Type', 'application/json')
  response.setHeader('Content-Length', body.length)
  response.end(body)
}).listen(port, '127.0.0.1', () => console.log('ready'))
