import Joi from 'joi'
import type { ProductPatchBody } from './product'
import { productPatchBody } from './product'

export const sku = Joi.string()
  .trim()
  .pattern(/^[A-Za-z0-9][A-Za-z0-9._/ -]{0,63}$/, 'a SKU of up to 64 letters, digits, spaces and . _ / -')
  .required()

/** A product that is made: all that a change can say of it, with its SKU and, of a variant, its parent. */
export interface NewProductBody extends ProductPatchBody {
  sku: string
  parent?: string | null
}

export const newProductBody = (productPatchBody as Joi.ObjectSchema<NewProductBody>).keys({
  sku,
  parent: Joi.string().allow(null),
})

/** The variants of a parent as they shall be: new ones are made, others changed; none that is not named is touched. */
export interface VariantsBody {
  differsIn: string[]
  variants: NewProductBody[]
}

export const variantsBody = Joi.object<VariantsBody>({
  differsIn: Joi.array().items(Joi.string()).max(10).unique().required(),
  variants: Joi.array()
    .max(500)
    .required()
    .items((productPatchBody as Joi.ObjectSchema<NewProductBody>).keys({ sku })),
})

/** What a copy must not share with its pattern: asked for anew. */
export interface CopyBody {
  sku: string
  gtin: string | null
  name: string
  /** The SKUs of the copied variants, by those of the pattern; variants without one are not copied. */
  variants: Record<string, string>
}

export const copyBody = Joi.object<CopyBody>({
  sku,
  gtin: Joi.string().allow(null).default(null),
  name: Joi.string().allow('').max(500).default(''),
  variants: Joi.object().pattern(Joi.string(), sku).default({}),
})
