declare module 'json-logic-js' {
  const jsonLogic: { apply(logic: unknown, data: unknown): unknown; add_operation(name: string, f: unknown): void }
  export default jsonLogic
}
declare module 'convert-units' {
  const convert: (n: number) => { from(unit: string): { to(unit: string): number } }
  export default convert
}
