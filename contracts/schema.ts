import PlainJoi from 'joi'

/**
 * Joi with types that follow from the schema: `Infer` of a schema is what it lets through, `Sent` is what may be sent
 * to it. At run time it is Joi itself; only its types are ours, so a shape is written once, as the schema that
 * validates it.
 */
export const Joi = PlainJoi as unknown as TypedJoi

/** Whether a key has to be there: always, never, or only after validation, because a default fills it. */
type Presence = 'required' | 'optional' | 'defaulted'

declare const carried: unique symbol

/** A schema: `Out` is what it lets through, `In` what may be sent to it. */
export interface Schema<Out = unknown, In = unknown, P extends Presence = Presence> {
  /** Carries the types; there is no such property at run time. */
  readonly [carried]?: { out: Out; in: In; presence: P }
  validate(value: unknown, options?: PlainJoi.ValidationOptions): { value: Out; error?: PlainJoi.ValidationError }
  describe(): PlainJoi.Description
}

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- any schema at all: its types are read, not used
export type AnyOf = Schema<any, any, any>

/** What a schema lets through, with its defaults filled in. */
export type Infer<S extends AnyOf> = S extends Schema<infer Out, infer _In, infer _P> ? Out : never

/** What may be sent to a schema: what has a default may be left out. */
export type Sent<S extends AnyOf> = S extends Schema<infer _Out, infer In, infer _P> ? In : never

type PresenceOf<S extends AnyOf> = S extends Schema<infer _Out, infer _In, infer P> ? P : never
type Keys = Record<string, AnyOf>
type Flat<T> = { [K in keyof T]: T[K] }

type OutOf<K extends Keys> = Flat<
  { [N in keyof K as PresenceOf<K[N]> extends 'optional' ? never : N]: Infer<K[N]> } & {
    [N in keyof K as PresenceOf<K[N]> extends 'optional' ? N : never]?: Infer<K[N]>
  }
>
type InOf<K extends Keys> = Flat<
  { [N in keyof K as PresenceOf<K[N]> extends 'required' ? N : never]: Sent<K[N]> } & {
    [N in keyof K as PresenceOf<K[N]> extends 'required' ? never : N]?: Sent<K[N]>
  }
>

/** The kinds of schemas by name, so that what changes the types of one answers one of the same kind. */
interface Kinds<Out, In, P extends Presence> {
  any: AnySchema<Out, In, P>
  text: TextSchema<Out, In, P>
  number: NumberSchema<Out, In, P>
  boolean: BooleanSchema<Out, In, P>
  list: ListSchema<Out, In, P>
  object: ObjectSchema<Out, In, P>
}

/** What every kind of schema can be told. */
interface Fluent<K extends keyof Kinds<unknown, unknown, Presence>, Out, In, P extends Presence> extends Schema<
  Out,
  In,
  P
> {
  required(): Kinds<Out, In, 'required'>[K]
  optional(): Kinds<Out, In, 'optional'>[K]
  default(value?: unknown): Kinds<Out, In, 'defaulted'>[K]
  allow<const V extends readonly unknown[]>(...values: V): Kinds<Out | V[number], In | V[number], P>[K]
  valid<const V extends readonly unknown[]>(...values: V): Kinds<V[number], V[number], P>[K]
  invalid(...values: unknown[]): this
  description(text: string): this
  example(value: unknown): this
  custom(check: PlainJoi.CustomValidator): this
  when(key: string, options: { is: unknown; then?: AnyOf; otherwise?: AnyOf }): this
  id(name: string): this
}

export type AnySchema<Out = unknown, In = Out, P extends Presence = 'optional'> = Fluent<'any', Out, In, P>

export interface TextSchema<Out = string, In = Out, P extends Presence = 'optional'> extends Fluent<
  'text',
  Out,
  In,
  P
> {
  min(length: number): this
  max(length: number): this
  length(length: number): this
  pattern(pattern: RegExp, name?: string): this
  trim(): this
  lowercase(): this
  isoDate(): this
  hex(): this
  hostname(): this
  guid(): this
}

export interface NumberSchema<Out = number, In = Out, P extends Presence = 'optional'> extends Fluent<
  'number',
  Out,
  In,
  P
> {
  min(least: number): this
  max(most: number): this
  integer(): this
  precision(places: number): this
}

export type BooleanSchema<Out = boolean, In = Out, P extends Presence = 'optional'> = Fluent<'boolean', Out, In, P>

export interface ListSchema<Out = unknown[], In = Out, P extends Presence = 'optional'> extends Fluent<
  'list',
  Out,
  In,
  P
> {
  items<S extends AnyOf>(schema: S): ListSchema<Infer<S>[], Sent<S>[], P>
  min(length: number): this
  max(length: number): this
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the comparison says itself what it compares
  unique(by?: string | ((a: any, b: any) => boolean)): this
}

export interface ObjectSchema<Out = object, In = unknown, P extends Presence = 'optional'> extends Fluent<
  'object',
  Out,
  In,
  P
> {
  keys<K extends Keys>(more: K): ObjectSchema<Flat<Out & OutOf<K>>, Flat<In & InOf<K>>, P>
  pattern<S extends AnyOf>(
    key: RegExp | AnyOf,
    schema: S,
  ): ObjectSchema<Record<string, Infer<S>>, Record<string, Sent<S>>, P>
  unknown(): ObjectSchema<Out & Record<string, unknown>, In & Record<string, unknown>, P>
  min(keys: number): this
  max(keys: number): this
  xor(...keys: string[]): this
  oxor(...keys: string[]): this
  or(...keys: string[]): this
  with(key: string, needs: string): this
}

type UnionOf<S extends readonly AnyOf[]> = AnySchema<Infer<S[number]>, Sent<S[number]>, 'optional'>

interface TypedJoi {
  /** Of what core defines and reads by itself, such as a condition, `T` names the type. */
  any<T = unknown>(): AnySchema<T, T, 'optional'>
  string(): TextSchema<string, string, 'optional'>
  number(): NumberSchema<number, number, 'optional'>
  boolean(): BooleanSchema<boolean, boolean, 'optional'>
  array(): ListSchema<unknown[], unknown[], 'optional'>
  object(): ObjectSchema<object, object, 'optional'>
  object<K extends Keys>(keys: K): ObjectSchema<OutOf<K>, InOf<K>, 'optional'>
  alternatives<S extends readonly AnyOf[]>(...schemas: S): UnionOf<S>
  when<A extends AnyOf, B extends AnyOf>(
    key: string,
    options: { is: unknown; then: A; otherwise: B },
  ): UnionOf<readonly [A, B]>
  /** Nothing of what the schema around it allows: for `when`. */
  invalid(...values: unknown[]): AnySchema
  /** A schema within itself, by the `id` of one around it. */
  link<T = unknown>(to: string): AnySchema<T, T, 'optional'>
}
