import Joi from 'joi'
import path from 'node:path'
import { knownTag, tagProblem } from '@core/language/tag'

/** What the environment can set. The README lists them. */
export interface Settings {
  port: number
  host: string
  databaseUrl: string
  /** The database that delivery reads: a copy that follows the other one; null where it is the same. */
  deliveryDatabaseUrl: string | null
  /** Where uploads, pictures and the database's files live. */
  data: string
  /** Seals the cookies. */
  secret: string
  /**
   * The address under which people reach the application, without a path; null where it is only the one it listens on.
   */
  publicUrl: string | null
  secureCookies: boolean
  /** Where the contents of the media library lie: in the data folder, or in a bucket of a server that speaks S3. */
  storage: Storage
  /** How many seconds the stand-in of the data pool takes to answer a query. */
  poolAnswersAfter: number
  /** Hosts, addresses and ranges of private networks that may be fetched from. */
  allowPrivateFetch: string[]
  /** Addresses of proxies whose word on where a request comes from is taken. */
  trustedProxies: string[]
  /** The language that texts are written in first and translated from, as a BCP 47 tag. */
  sourceLanguage: string
  /** How many connections to the database one process opens at most for its work. */
  connections: number
  /** For how many seconds at most an answer of delivery may be kept on the way to shoppers. */
  deliverySeconds: number
  /** How much memory the answers of delivery take that are kept ready, in megabytes of a million bytes. */
  deliveryMegabytes: number
  /** The address of a shop that shows previews, before the secret of a link; null where there is none. */
  shopPreviews: string | null
  /** A delivery key that opens every storefront, for the shop that is started together with the server. */
  shopKey: string | null
  /** The folder into which live releases are written out as files; null where they are not. */
  writtenFolder: string | null
  /** The bucket into which they are written, under `written/`; null where they are not. */
  writtenBucket: Bucket | null
  /** The folder into which connections write files; null for the data folder, or the bucket of the media library. */
  filesFolder: string | null
}

/** A bucket of a server that speaks S3, addressed by path, so that it needs no name of its own for each bucket. */
export interface Bucket {
  endpoint: string
  region: string
  bucket: string
  key: string
  secret: string
}

type Storage = { kind: 'disk' } | ({ kind: 's3' } & Bucket)

/** What has to be known where anything lies in a bucket. */
const whenS3 = (schema: Joi.Schema) =>
  schema
    .when('INKLOOM_STORAGE', { is: 's3', then: Joi.required() })
    .when('INKLOOM_WRITTEN_BUCKET', { is: true, then: Joi.required() })

const schema = Joi.object({
  INKLOOM_PORT: Joi.number().port().default(4870),
  INKLOOM_HOST: Joi.string().hostname().default('127.0.0.1'),
  INKLOOM_DATABASE_URL: Joi.string()
    .uri({ scheme: ['postgres', 'postgresql'] })
    .required(),
  INKLOOM_DELIVERY_DATABASE_URL: Joi.string().uri({ scheme: ['postgres', 'postgresql'] }),
  INKLOOM_DATABASE_CONNECTIONS: Joi.number().integer().min(2).max(200).default(10),
  INKLOOM_SOURCE_LANGUAGE: Joi.string()
    .custom((tag: string, helpers) => knownTag(tag) ?? helpers.message({ custom: tagProblem(tag) }))
    .default('en-GB'),
  INKLOOM_DATA: Joi.string().default('.data'),
  INKLOOM_SECRET: Joi.string().min(32).required(),
  INKLOOM_PUBLIC_URL: Joi.string().uri({ scheme: ['http', 'https'] }),
  INKLOOM_SECURE_COOKIES: Joi.boolean(),
  INKLOOM_STORAGE: Joi.string().valid('disk', 's3').default('disk'),
  INKLOOM_S3_ENDPOINT: whenS3(Joi.string().uri({ scheme: ['http', 'https'] })),
  INKLOOM_S3_BUCKET: whenS3(Joi.string()),
  INKLOOM_S3_KEY: whenS3(Joi.string()),
  INKLOOM_S3_SECRET: whenS3(Joi.string()),
  INKLOOM_S3_REGION: Joi.string().default('us-east-1'),
  INKLOOM_DELIVERY_SECONDS: Joi.number().integer().min(0).max(86_400).default(30),
  INKLOOM_DELIVERY_MEGABYTES: Joi.number().integer().min(0).max(16_384).default(64),
  INKLOOM_WRITTEN_FOLDER: Joi.string(),
  INKLOOM_WRITTEN_BUCKET: Joi.boolean().default(false),
  INKLOOM_FILES_FOLDER: Joi.string(),
  INKLOOM_SHOP_PREVIEWS: Joi.string().uri({ scheme: ['http', 'https'] }),
  INKLOOM_SHOP_KEY: Joi.string().min(32),
  INKLOOM_POOL_ANSWERS_AFTER: Joi.number().integer().min(0).default(120),
  INKLOOM_ALLOW_PRIVATE_FETCH: Joi.string().allow('').default(''),
  INKLOOM_TRUSTED_PROXIES: Joi.string().allow('').default(''),
  // Read by the clock itself.
  INKLOOM_CLOCK_SHIFT: Joi.number(),
}).unknown(true)

let known: Settings | undefined

const folderOf = (named: unknown): string | null => (named === undefined ? null : path.resolve(named as string))

const bucketOf = (env: Record<string, string>): Bucket => ({
  endpoint: env.INKLOOM_S3_ENDPOINT!,
  region: env.INKLOOM_S3_REGION!,
  bucket: env.INKLOOM_S3_BUCKET!,
  key: env.INKLOOM_S3_KEY!,
  secret: env.INKLOOM_S3_SECRET!,
})

const storageOf = (env: Record<string, string>): Storage =>
  env.INKLOOM_STORAGE === 's3' ? { kind: 's3', ...bucketOf(env) } : { kind: 'disk' }

const listed = (text: unknown): string[] =>
  (text as string)
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean)

/** The settings, checked once. Throws an Error that names the variable and what to do. */
export function settings(): Settings {
  if (known) return known
  const { value, error } = schema.validate(process.env, { abortEarly: false })
  if (error) {
    const wrong = error.details.map((d) => d.message).join('; ')
    throw new Error(`The settings are wrong: ${wrong}. The README lists them; \`npm start\` sets those it can.`)
  }
  const env = value as Record<string, unknown>
  const publicUrl = (env.INKLOOM_PUBLIC_URL as string | undefined)?.replace(/\/+$/, '') ?? null
  known = {
    port: env.INKLOOM_PORT as number,
    host: env.INKLOOM_HOST as string,
    databaseUrl: env.INKLOOM_DATABASE_URL as string,
    deliveryDatabaseUrl: (env.INKLOOM_DELIVERY_DATABASE_URL as string | undefined) ?? null,
    data: path.resolve(env.INKLOOM_DATA as string),
    secret: env.INKLOOM_SECRET as string,
    publicUrl,
    secureCookies: (env.INKLOOM_SECURE_COOKIES as boolean | undefined) ?? publicUrl?.startsWith('https://') ?? false,
    poolAnswersAfter: env.INKLOOM_POOL_ANSWERS_AFTER as number,
    allowPrivateFetch: listed(env.INKLOOM_ALLOW_PRIVATE_FETCH),
    trustedProxies: listed(env.INKLOOM_TRUSTED_PROXIES),
    sourceLanguage: env.INKLOOM_SOURCE_LANGUAGE as string,
    connections: env.INKLOOM_DATABASE_CONNECTIONS as number,
    deliverySeconds: env.INKLOOM_DELIVERY_SECONDS as number,
    deliveryMegabytes: env.INKLOOM_DELIVERY_MEGABYTES as number,
    shopPreviews: (env.INKLOOM_SHOP_PREVIEWS as string | undefined) ?? null,
    shopKey: (env.INKLOOM_SHOP_KEY as string | undefined) ?? null,
    writtenFolder: folderOf(env.INKLOOM_WRITTEN_FOLDER),
    writtenBucket: env.INKLOOM_WRITTEN_BUCKET ? bucketOf(env as Record<string, string>) : null,
    filesFolder: folderOf(env.INKLOOM_FILES_FOLDER),
    storage: storageOf(env as Record<string, string>),
  }
  return known
}
