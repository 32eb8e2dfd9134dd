import type { TextCheck } from '../finding'
import { formatWords } from '../style'

/** The host that a link leads to; undefined where it leads nowhere else (mail, telephone, a place on the page). */
function hostOf(href: string): string | undefined {
  try {
    const url = new URL(href)
    return url.protocol === 'https:' || url.protocol === 'http:' ? url.hostname : undefined
  } catch {
    return undefined
  }
}

const within = (host: string, allowed: string) => host === allowed || host.endsWith(`.${allowed}`)

export const formatting: readonly TextCheck[] = [
  {
    code: 'formatting',
    find: (text, { without }) =>
      without
        ? text.formatted
            .filter((f) => without.includes(f.format))
            .map(({ format, ...at }) => ({
              at,
              message: `It has ${formatWords[format]}, which is not used in ${text.language} texts.`,
            }))
        : [],
  },
  {
    code: 'links',
    find: (text, { hosts }) =>
      text.links.flatMap(({ href, ...at }) => {
        const host = hostOf(href)
        return host === undefined || hosts === undefined || hosts.some((h) => within(host, h))
          ? []
          : [{ at, message: `It links to ${host}, which leads customers to another site.` }]
      }),
  },
]
