import type { DecisionBody } from '@contracts/drafting'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { decide } from '../../services/suggestions/decide'

export default endpoint<object, DecisionBody>(operations.decideSuggestions, ({ person, body, now }) =>
  decide(person, body, now),
)
