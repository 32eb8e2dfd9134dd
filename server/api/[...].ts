import { defineEventHandler } from 'h3'
import { recordHandler } from '../http/records'
import { answerUnknown } from '../http/unknown'

/**
 * Whatever has no file of its own here: the calls that records of every kind have, and addresses that there are not.
 * Without it, the latter would be answered by the application's page with 200.
 */
export default defineEventHandler((event) => (recordHandler(event) ?? answerUnknown)(event))
