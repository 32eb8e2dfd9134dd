import type { Setup } from '../catalogue/model'
import type { Condition } from './condition'
import type { OperandShape } from './operator-shape'
import { writtenOperator, type OperatorName } from './operators'
import { inParts } from './check'
import { findField } from './fields'

/** One row of the condition builder. */
export interface BuilderTest {
  field: string
  is: OperatorName
  value?: unknown
}

/**
 * A group of rows. With `sameVariant`, the conditions of an `all` group that read variant facts
 * have to be met by one and the same variant; without, each may be met by another.
 */
export interface BuilderGroup {
  kind: 'all' | 'any' | 'none' | 'variant'
  sameVariant: boolean
  children: BuilderNode[]
}

export type BuilderNode = BuilderTest | BuilderGroup

export const isGroup = (node: BuilderNode): node is BuilderGroup => 'children' in node

/** Whether a row reads a fact that each variant has for itself. */
export function readsVariants(node: BuilderNode, setup: Setup): boolean {
  if (isGroup(node)) return false
  const field = findField(node.field, setup)
  return typeof field !== 'string' && field.perVariant
}

const isTest = (c: Condition): c is Extract<Condition, { field: string }> => 'field' in c
const childrenOf = (c: Condition) => ('all' in c ? c.all : 'any' in c ? c.any : 'none' in c ? c.none : [])

/** A `variant` of an `all` whose rows can stand in the group around it: two or more that read variant facts. */
function gatheredRows(c: Condition, setup: Setup): BuilderTest[] | undefined {
  if (!('variant' in c) || !('all' in c.variant)) return undefined
  const rows = c.variant.all
  return rows.length >= 2 && rows.every((r) => isTest(r) && readsVariants(r, setup))
    ? (rows as BuilderTest[])
    : undefined
}

/** A row for one condition; measures and prices that are written in one stand in it in their parts. */
function row(c: BuilderTest, setup: Setup): BuilderTest {
  const field = findField(c.field, setup)
  return 'value' in c && typeof field !== 'string' ? { ...c, value: inParts(c.value, field, setup) } : { ...c }
}

/** A condition as the builder shows it; `fromBuilder` of it means the same. */
export function toBuilder(condition: Condition, setup: Setup, inVariant = false): BuilderGroup {
  const node = (c: Condition): BuilderNode => (isTest(c) ? row(c, setup) : toBuilder(c, setup, inVariant))
  if (isTest(condition)) return { kind: 'all', sameVariant: true, children: [row(condition, setup)] }
  if ('variant' in condition)
    return { kind: 'variant', sameVariant: true, children: [toBuilder(condition.variant, setup, true)] }
  const kind = 'all' in condition ? 'all' : 'any' in condition ? 'any' : 'none'
  const children = childrenOf(condition)
  const gathered = kind === 'all' && !inVariant ? children.filter((c) => gatheredRows(c, setup)) : []
  const loose = children.filter((c) => isTest(c) && readsVariants(c, setup))
  // Rows are only taken out of their `variant` where no other row could be drawn into it.
  const spread = gathered.length === 1 && loose.length === 0
  return {
    kind,
    sameVariant: inVariant || spread || loose.length < 2,
    children: children.flatMap((c) =>
      spread && c === gathered[0] ? gatheredRows(c, setup)!.map((r) => row(r, setup)) : [node(c)],
    ),
  }
}

/**
 * The condition that the builder shows: two or more variant conditions of one `all` group are gathered into `variant`.
 */
export function fromBuilder(group: BuilderGroup, setup: Setup, inVariant = false): Condition {
  const node = (n: BuilderNode): Condition =>
    isGroup(n)
      ? fromBuilder(n, setup, inVariant)
      : n.value === undefined
        ? { field: n.field, is: n.is }
        : { field: n.field, is: n.is, value: n.value }
  if (group.kind === 'variant') {
    const inner = group.children[0]
    return {
      variant: inner === undefined ? { all: [] } : isGroup(inner) ? fromBuilder(inner, setup, true) : node(inner),
    }
  }
  const rows =
    group.kind === 'all' && group.sameVariant && !inVariant ? group.children.filter((c) => readsVariants(c, setup)) : []
  if (rows.length < 2) return { [group.kind]: group.children.map(node) } as Condition
  const first = group.children.indexOf(rows[0]!)
  const together: Condition = { variant: { all: rows.map(node) } }
  return { all: group.children.flatMap((c, i) => (i === first ? [together] : rows.includes(c) ? [] : [node(c)])) }
}

/** A condition as one group that the builder can stand on: a lone condition, `variant` too, gets an `all` around it. */
export function asGroup(condition: Condition | null): Condition {
  return condition === null
    ? { all: [] }
    : isTest(condition) || 'variant' in condition
      ? { all: [condition] }
      : condition
}

/** Shapes whose values are made of the values that a field has; the others are numbers of days, yes and no. */
const ofField: ReadonlySet<OperandShape> = new Set(['one', 'list', 'range'])

/**
 * The value of a row when its operator becomes another: what still fits stays, one value becomes the first of several,
 * and of several the first stays. Undefined where nothing fits.
 */
export function valueUnder(is: OperatorName, row: BuilderTest): unknown {
  const from = writtenOperator(row.is)!.operand
  const to = writtenOperator(is)!.operand
  if (!ofField.has(from) || !ofField.has(to) || row.value === undefined) return undefined
  const values = (Array.isArray(row.value) ? row.value : [row.value]) as unknown[]
  if (to === 'one') return values[0] ?? undefined
  if (to === 'range') return [values[0] ?? null, from === 'range' ? (values[1] ?? null) : null]
  return values.filter((v) => v !== null)
}

/** Whether a row has all that its operator asks for. */
function isWritten({ is, value }: BuilderTest): boolean {
  const { operand } = writtenOperator(is)!
  if (operand === 'flag') return true
  if (operand === 'list') return Array.isArray(value) && value.length > 0
  if (operand === 'range') return Array.isArray(value) && value.length === 2 && !value.some(isNothing)
  return !isNothing(value)
}

const isNothing = (value: unknown) => value === undefined || value === null || value === ''

/** Whether some row of a group still waits for its value, so that nothing can be asked with it. */
export function isHalfWritten(group: BuilderGroup): boolean {
  return group.children.some((child) => (isGroup(child) ? isHalfWritten(child) : !isWritten(child)))
}

/**
 * A group without the rows that still wait for their value, and without the groups that hold nothing else: what can be
 * asked while somebody writes.
 */
export function finishedRows(group: BuilderGroup): BuilderGroup {
  const children = group.children.flatMap((child): BuilderNode[] => {
    if (!isGroup(child)) return isWritten(child) ? [child] : []
    const finished = finishedRows(child)
    const isEmptied = child.children.length > 0 && finished.children.length === 0
    return isEmptied ? [] : [finished]
  })
  return { ...group, children }
}
