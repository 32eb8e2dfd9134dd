import { isMainThread } from 'node:worker_threads'

// Loaded first into programs that must not outlive the script that started them: when it is gone, however it went,
// their standard input ends, and they stop as if they had been asked to. Threads load it too, and their input is none.
if (isMainThread)
  process.stdin
    .on('end', () => process.kill(process.pid, 'SIGTERM'))
    .on('error', () => process.kill(process.pid, 'SIGTERM'))
    .resume()
