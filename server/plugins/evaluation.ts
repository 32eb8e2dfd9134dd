import { defineNitroPlugin } from 'nitropack/runtime'
import { evaluateBeforeCommit } from '../services/readiness/settle'

/** An edit in the web server shows its effect on readiness at once. */
export default defineNitroPlugin(() => evaluateBeforeCommit())
