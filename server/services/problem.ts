/**
 * An error whose message is a sentence for people: what happened, to what, and what to do. Trying the same again would
 * not help.
 */
export class ForPeople extends Error {}

/** A problem to be answered as RFC 9457 says: what is wrong, in which place, and what to do. */
export class Problem extends ForPeople {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly errors?: { path: string; message: string }[],
    readonly extra: Record<string, unknown> = {},
  ) {
    super(detail)
    this.name = 'Problem'
  }

  /** The problem document. */
  document(): Record<string, unknown> {
    return {
      type: 'about:blank',
      title: this.title,
      status: this.status,
      detail: this.detail,
      ...(this.errors ? { errors: this.errors } : {}),
      ...this.extra,
    }
  }
}

/** Who asks has not shown that they may: 401, with the challenge of RFC 6750, 3. */
export class Unauthorized extends Problem {
  constructor(
    detail: string,
    /** Said where a token came that is not valid; of none nothing is said. */
    readonly error?: 'invalid_token',
  ) {
    super(401, 'Not authorized', detail)
  }
}

export const notFound = (what: string) => new Problem(404, 'Not found', `There is no ${what}.`)
export const unprocessable = (detail: string, errors?: { path: string; message: string }[]) =>
  new Problem(422, 'Not valid', detail, errors)
