import type { ShownSection } from '../composed/compose'
import type { ComposedPage } from '../composed/page'

/** A composed page as shoppers get it: all that a shop needs to draw it, but for what its products are. */
export interface ReleasedComposedPage {
  kind: 'composed'
  code: string
  use: ComposedPage['use']
  storefront: string
  language: string
  direction: 'ltr' | 'rtl'
  slug: string
  title: string
  search: { title: string | null; description: string | null }
  sections: ShownSection[]
  /** Of one whose time is over: the composed page to which its address leads; null is gone for good. */
  over: { to: string | null } | null
}
