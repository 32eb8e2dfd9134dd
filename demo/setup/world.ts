export { attributes } from './attributes/index'
export { categories } from './categories'
export { brands, groups, storefronts } from './storefronts'
export { types } from './types'
