import Joi from 'joi'
import path from 'node:path'

/** What the environment can set. The README lists them. */
export interface Settings {
  port: number
  host: string
  databaseUrl: string
  /** Where uploads, pictures and the database's files live. */
  data: string
  /** Seals the cookies. */
  secret: string
  secureCookies: boolean
  /** Where the contents of the media library lie: in the data folder, or in a bucket of a server that speaks S3. */
  storage: { kind: 'disk' } | { kind: 's3'; endpoint: string; region: string; bucket: string; key: string; secret: string }
  /** How many seconds the stand-in of the data pool takes to answer a query. */
  poolAnswersAfter: number
}

const schema = Joi.object({
  INKLOOM_PORT: Joi.number().port().default(4870),
  INKLOOM_HOST: Joi.string().hostname().default('127.0.0.1'),
  INKLOOM_DATABASE_URL: Joi.string().uri({ scheme: ['postgres', 'postgresql'] }).required(),
  INKLOOM_DATA: Joi.string().default('.data'),
  INKLOOM_SECRET: Joi.string().min(32).required(),
  INKLOOM_SECURE_COOKIES: Joi.boolean().default(false),
  INKLOOM_STORAGE: Joi.string().valid('disk', 's3').default('disk'),
  ...Object.fromEntries(['ENDPOINT', 'BUCKET', 'KEY', 'SECRET'].map((n) => [`INKLOOM_S3_${n}`, (n === 'ENDPOINT' ? Joi.string().uri({ scheme: ['http', 'https'] }) : Joi.string()).when('INKLOOM_STORAGE', { is: 's3', then: Joi.required() })])),
  INKLOOM_POOL_ANSWERS_AFTER: Joi.number().integer().min(0).default(120),
  INKLOOM_S3_REGION: Joi.string().default('us-east-1'),
}).unknown(true)

let known: Settings | undefined

/** The settings, checked once. Throws an Error that names the variable and what to do. */
export function settings(): Settings {
  if (known) return known
  const { value, error } = schema.validate(process.env, { abortEarly: false })
  if (error) throw new Error(`The settings do not fit: ${error.details.map((d) => d.message).join('; ')}. The README lists them; \`npm start\` sets those it can.`)
  const env = value as Record<string, string | number | boolean>
  known = {
    port: env.INKLOOM_PORT as number, host: env.INKLOOM_HOST as string, databaseUrl: env.INKLOOM_DATABASE_URL as string,
    data: path.resolve(env.INKLOOM_DATA as string), secret: env.INKLOOM_SECRET as string, secureCookies: env.INKLOOM_SECURE_COOKIES as boolean, poolAnswersAfter: env.INKLOOM_POOL_ANSWERS_AFTER as number,
    storage: env.INKLOOM_STORAGE === 's3'
      ? { kind: 's3', endpoint: env.INKLOOM_S3_ENDPOINT as string, region: env.INKLOOM_S3_REGION as string, bucket: env.INKLOOM_S3_BUCKET as string, key: env.INKLOOM_S3_KEY as string, secret: env.INKLOOM_S3_SECRET as string }
      : { kind: 'disk' },
  }
  return known
}
