import { defineEventHandler } from 'h3'
import { answerProblem } from '../http/endpoint'
import { notFound } from '../services/problem'

// Without this, unknown addresses would be answered by the application's page with 200.
export default defineEventHandler((event) =>
  answerProblem(event, notFound(`call ${event.method} ${event.path.split('?')[0]}`)),
)
