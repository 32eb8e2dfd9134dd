declare module 'json-logic-js' {
  const jsonLogic: { apply(logic: unknown, data: unknown): unknown; add_operation(name: string, f: unknown): void }
  export default jsonLogic
}
declare module 'convert-units' {
  const convert: (n: number) => { from(unit: string): { to(unit: string): number } }
  export default convert
}
declare module 'culori' {
  export function converter(
    mode: 'lab65',
  ): (colour: { mode: 'rgb'; r: number; g: number; b: number }) => { l: number; a: number; b: number }
  interface Lab65 {
    mode: 'lab65'
    l: number
    a: number
    b: number
  }
  export function differenceCiede2000(): (a: Lab65, b: Lab65) => number
}
declare module 's3rver' {
  export default class S3rver {
    constructor(options: {
      port: number
      address: string
      silent: boolean
      directory: string
      configureBuckets: { name: string; configs: string[] }[]
    })
    run(): Promise<unknown>
    close(): Promise<void>
  }
}
declare module 'jsonld' {
  interface Options {
    documentLoader(url: string): Promise<{ contextUrl: null; documentUrl: string; document: unknown }>
  }
  const jsonld: {
    expand(document: unknown, options: Options): Promise<Record<string, unknown>[]>
    toRDF(document: unknown, options: Options & { format: string }): Promise<string>
  }
  export default jsonld
}
declare module 'xliff' {
  interface Resources {
    sourceLanguage: string
    targetLanguage: string
    resources: Record<string, Record<string, { source: string; target: string }>>
  }
  const xliff: {
    xliff2js(xml: string): Promise<Resources>
    xliff12ToJs(xml: string): Promise<Resources>
    js2xliff(js: Resources): Promise<string>
    jsToXliff12(js: Resources): Promise<string>
  }
  export default xliff
}
declare module 'tmexchange' {
  interface Resources {
    sourceLanguage: string
    resources: Record<string, Record<string, Record<string, string>>>
  }
  const tmx: { tmx2js(xml: string): Promise<Resources>; js2tmx(js: Resources): Promise<string> }
  export default tmx
}

declare module '*/scripts/postgres.mjs' {
  export function startPostgres(
    data: string,
    options?: { durable?: boolean; from?: number },
  ): Promise<{ url(database: string): string; stop(): void }>
  export function binaries(): string | undefined
  export function asPostgres(program: string, args: string[]): [string, string[]]
  export function ensureDatabase(
    adminUrl: string,
    name: string,
    options?: { anew?: boolean; like?: string },
  ): Promise<void>
  export function freePort(from: number): Promise<number>
  export function clusterFolder(data: string): string
}

declare module '*/scripts/serve.mjs' {
  export function environment(options: {
    url: string
    data: string
    port: number
    host: string
  }): Record<string, string>
  export function serve(env: Record<string, string>, options?: { say?: (line: string) => void }): Promise<unknown>
}

declare module '*/scripts/supervise.mjs' {
  import type { ChildProcess } from 'node:child_process'
  export function supervise(
    name: string,
    start: () => ChildProcess,
    options: { say: (line: string) => void },
  ): {
    first: ChildProcess
    running(): ChildProcess | undefined
    stop(patience?: number): Promise<void>
  }
}
declare module '*/scripts/lint/circles.mjs' {
  type Imports = ReadonlyMap<string, ReadonlySet<string>>
  export function importsOf(root: string, folders: readonly string[]): Imports
  export function circleOf(file: string, imports: Imports): string[] | undefined
}
declare module '*/scripts/words/texts.mjs' {
  export interface InterfaceText {
    file: string
    line: number
    text: string
  }
  export function textsOf(root: string): InterfaceText[]
}
declare module '*/scripts/words/retired.mjs' {
  import type { InterfaceText } from '*/scripts/words/texts.mjs'
  export const retired: readonly (readonly [RegExp, string])[]
  export function retiredIn(texts: readonly InterfaceText[]): string[]
}
