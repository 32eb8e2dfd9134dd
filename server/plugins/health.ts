import { defineNitroPlugin } from 'nitropack/runtime'
import { keepLooking } from '../http/health'

export default defineNitroPlugin(() => keepLooking())
