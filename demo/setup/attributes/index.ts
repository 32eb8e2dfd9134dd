import type { Attribute } from '@core/attributes/attribute'
import { choices } from './choices'
import { copy } from './copy'
import { measures } from './measures'
import { moreChoices } from './more-choices'
import { others } from './others'
import { trade } from './trade'

/** The attributes of the demo, in the order in which they are listed. */
export const attributes: Attribute[] = [...copy, ...choices, ...moreChoices, ...measures, ...others, ...trade]
