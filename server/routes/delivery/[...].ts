import { defineEventHandler } from 'h3'
import { answerProblem } from '../../http/endpoint'
import { notFound } from '../../services/problem'

export default defineEventHandler((event) =>
  answerProblem(event, notFound(`released page at ${event.path.split('?')[0]}`)),
)
