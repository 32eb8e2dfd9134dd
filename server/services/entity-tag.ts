import { Problem } from './problem'

/** Whether a list of entity tags, as If-Match has it, names one; proxies that compress make strong tags weak. */
export const namesTag = (list: string, tag: string): boolean =>
  list.split(',').some((one) => one.trim().replace(/^W\//, '') === tag)

/** Whether a client has what an entity tag names, by its If-None-Match (RFC 9110, 13.1.2). */
export const hasTag = (ifNoneMatch: string, tag: string): boolean =>
  ifNoneMatch === tag || ifNoneMatch.trim() === '*' || namesTag(ifNoneMatch, tag.replace(/^W\//, ''))

/**
 * Compares the version of something that a request names with the one that is there; `*` is whatever is there. Throws
 * 428 without one, 412 with what is there where it is another.
 */
export function checkVersion(
  name: string,
  tag: string,
  ifMatch: string | undefined,
  { verb, current }: { verb: string; current: unknown },
): void {
  if (ifMatch === undefined) {
    throw new Problem(
      428,
      'Version required',
      `Say which version of this ${name} you ${verb}: send the ETag you got as If-Match. Nothing has been changed.`,
    )
  }
  if (ifMatch !== '*' && !namesTag(ifMatch, tag)) {
    throw new Problem(
      412,
      'Changed by somebody else',
      `Somebody else has changed this ${name} since you opened it. Nothing has been overwritten.`,
      undefined,
      { current },
    )
  }
}
