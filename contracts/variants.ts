import { Joi, type Infer } from './schema'
import { productPatchBody } from './product'

export const sku = Joi.string()
  .trim()
  .pattern(/^[A-Za-z0-9][A-Za-z0-9._/ -]{0,63}$/, 'a SKU of up to 64 letters, digits, spaces and . _ / -')
  .required()

/** A product that is made: all that a change can say of it, with its SKU and, of a variant, its parent. */
export const newProductBody = productPatchBody.keys({
  sku,
  parent: Joi.string().allow(null),
})
export type NewProductBody = Infer<typeof newProductBody>

/** The variants of a parent as they shall be: new ones are made, others changed; none that is not named is touched. */
export const variantsBody = Joi.object({
  differsIn: Joi.array().items(Joi.string()).max(10).unique().required(),
  variants: Joi.array().max(500).required().items(productPatchBody.keys({ sku })),
})
export type VariantsBody = Infer<typeof variantsBody>

/** What a copy must not share with its pattern: asked for anew. */
export const copyBody = Joi.object({
  sku,
  gtin: Joi.string().allow(null).default(null),
  name: Joi.string().allow('').max(500).default(''),
  variants: Joi.object()
    .pattern(Joi.string(), sku)
    .default({})
    .description('The SKUs of the copied variants, by those of the product; variants without one are not copied.'),
})
export type CopyBody = Infer<typeof copyBody>
