// Answers at once, always: what it takes for that is what the machine takes, and no fault of the application.
import { createServer } from 'node:http'

const server = createServer((_request, response) => response.end('{}'))
server.listen(0, '127.0.0.1', () => console.log(server.address().port))
process.stdin.resume().on('end', () => process.exit(0))
