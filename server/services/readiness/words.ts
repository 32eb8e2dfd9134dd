import { areaName } from '@core/assignments/areas'
import { labelIn } from '@core/language/labels'
import { languageName } from '@core/language/names'
import { viewWords } from '@core/media/checks'
import type { PictureView } from '@core/media/item'
import { findingKinds } from '@core/readiness/kinds'
import type { FindingDetails } from '@core/readiness/finding'
import type { Content } from '../../db/queries/content'
import type { StoredSetup } from '../../db/queries/setup'

/** The names of what findings are about, in the language of the interface. */
export class Words {
  constructor(
    private readonly setup: StoredSetup,
    private readonly content: Pick<Content, 'pieces'>,
  ) {}

  private attribute(code: string) {
    return labelIn(this.setup.attributes.get(code)?.labels ?? {}, [this.setup.source], code)
  }

  /** What stands at the place of a finding. */
  called(at: string): string {
    const [, kind, what] = /^([a-z]+)(?::([^@]*))?/.exec(at) ?? []
    if (kind === 'attribute') return this.attribute(what!)
    if (kind === 'piece') return this.content.pieces.get(at.slice('piece:'.length))?.name ?? what!
    if (kind === 'picture') return at.slice('picture:'.length)
    return kind === 'area' ? areaName(what!) : ''
  }

  /** The sentence about a finding. */
  message(code: string, at: string, details: FindingDetails | null, language: string): string {
    // Pictures that are missing have no name of their own.
    const called = code.startsWith('media:') && at.startsWith('attribute:') ? '' : this.called(at)
    const spoken =
      details &&
      Object.fromEntries(Object.entries(details).map(([k, v]) => [k, k === 'language' ? languageName(String(v)) : v]))
    return (
      findingKinds[code]?.message({ at, ...(spoken ? { details: spoken } : {}) }, called, languageName(language)) ??
      code
    )
  }

  /** What one does about all findings of a fix. */
  fix(key: string, language: string | null, products: number, places: number): string {
    const [code, of, to] = key.split('|') as [string, string, string]
    const named =
      of === 'piece'
        ? 'pieces'
        : code.startsWith('piece')
          ? (this.content.pieces.get(of)?.name ?? of)
          : code === 'area-empty'
            ? areaName(of)
            : code === 'media:no-view'
              ? (viewWords[of as PictureView] ?? of)
              : of && this.attribute(of)
    const toWords =
      code === 'fact-missing'
        ? labelIn(this.setup.types.get(to)?.labels ?? {}, [this.setup.source], to)
        : to.startsWith('attribute:')
          ? `“${this.attribute(to.slice('attribute:'.length))}”`
          : to.startsWith('storefront:')
            ? `the storefront’s ${to.slice('storefront:'.length).replaceAll('-', ' ')}`
            : (this.setup.storefronts.get(to)?.name ?? to)
    return (
      findingKinds[code]?.fix({
        of: named,
        to: toWords,
        language: language ? languageName(language) : '',
        products,
        places,
      }) ?? key
    )
  }
}
