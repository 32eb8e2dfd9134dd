import type { Setup } from '@core/catalogue/model'
import type { Labels } from '@core/language/labels'
import type { Db } from '../../db/connect'

/** One text that a record holds in several languages. */
export interface LabelText {
  unit: string
  label: string
  type: 'text' | 'rich-text'
  note: string
  read(language: string): string | undefined
  /** '' takes it away. */
  write(language: string, text: string): void
}

/** The texts by language of a kind of record. */
export interface LabelTexts<R> {
  /** Under which name its records are translated: `category:panniers`. */
  prefix: string
  title(record: R, source: string): string
  /** Of kinds that are neither part of the set-up nor pictures or files: all records. */
  stored?(db: Db): Promise<R[]>
  /**
   * The texts of a record; writing changes the record. What has plural forms has those of `language`. Labels name
   * attributes as `setup` does; without it, by their codes.
   */
  texts(record: R, source: string, language: string, setup?: Pick<Setup, 'attributes'>): LabelText[]
}

/** A text that stands in labels, by language. */
export const inLabels = (
  unit: string,
  label: string,
  labels: Labels,
  note: string,
  type: LabelText['type'] = 'text',
): LabelText => ({
  unit,
  label,
  type,
  note,
  read: (l) => labels[l] || undefined,
  write: (l, text) => {
    if (text === '') delete labels[l]
    else labels[l] = text
  },
})
