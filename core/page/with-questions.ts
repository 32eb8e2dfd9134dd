/** Parts of a page, each followed by the questions that it holds. */
export const withQuestions = <P extends { questions?: readonly P[] }>(parts: readonly P[]): P[] =>
  parts.flatMap((part) => [part, ...(part.questions ?? [])])
