declare module 'json-logic-js' {
  const jsonLogic: { apply(logic: unknown, data: unknown): unknown; add_operation(name: string, f: unknown): void }
  export default jsonLogic
}
declare module 'convert-units' {
  const convert: (n: number) => { from(unit: string): { to(unit: string): number } }
  export default convert
}
declare module 'culori' {
  export function converter(mode: 'lab65'): (colour: { mode: 'rgb'; r: number; g: number; b: number }) => { l: number; a: number; b: number }
  interface Lab65 { mode: 'lab65'; l: number; a: number; b: number }
  export function differenceCiede2000(): (a: Lab65, b: Lab65) => number
}
declare module 's3rver' {
  export default class S3rver {
    constructor(options: { port: number; address: string; silent: boolean; directory: string; configureBuckets: { name: string; configs: string[] }[] })
    run(): Promise<unknown>
    close(): Promise<void>
  }
}
declare module 'jsonld' {
  interface Options { documentLoader(url: string): Promise<{ contextUrl: null; documentUrl: string; document: unknown }> }
  const jsonld: { expand(document: unknown, options: Options): Promise<Record<string, unknown>[]>; toRDF(document: unknown, options: Options & { format: string }): Promise<string> }
  export default jsonld
}
