import { eq, sql, type SQL } from 'drizzle-orm'
import type { Grouping, Origin, SuggestionFilter, SuggestionState } from '@contracts/drafting'
import type { Value } from '@core/attributes/attribute'
import { nowDate } from '../../clock'
import type { Db, Tx } from '../connect'
import * as t from '../schema'
import type { MadeFromRow, RunDone } from '../schema'
import type { StoredSetup } from './setup'

/** A suggestion as it is stored, with what stands at its place now. */
export interface StoredSuggestion {
  id: number
  run_id: number
  root_id: number
  product_id: number
  picture: string | null
  attribute: string
  storefront: string
  language: string
  step: string | null
  value: Value
  base: Value | null
  made_from: MadeFromRow[]
  alternatives: Value[]
  invented: string[]
  state: SuggestionState
  decided: Value | null
  decided_at: string | null
  now: Value | null
  moved: boolean
  changed: string[]
}

/** A suggestion with the names around it. */
export interface ListedSuggestion extends StoredSuggestion {
  sku: string
  name: string | null
  title: string
  origin: Origin
  recipe: string | null
  created: string
  person: string | null
  decided_by_name: string | null
}

/** What stands now at the place of a suggestion `s`; of a picture's text, that of the language. */
const current = sql`(case when s.picture is not null then (select m.labels -> s.language from media m where m.name = s.picture) else (
  select v.value from value v where v.product_id = s.product_id
  and v.attribute_id = (select a.id from attribute a where a.code = s.attribute) and v.language = s.language
    and v.storefront_id = coalesce((select f.id from storefront f where f.code = s.storefront), 0)) end)`

/** The attributes of the facts that a suggestion was made from and that are others now. */
const changed = sql`array(select distinct m.a from jsonb_to_recordset(s.made_from) as m(p int, a text, s text, l text, v jsonb)
  where (select v.value from value v where v.product_id = m.p
    and v.attribute_id = (select a.id from attribute a where a.code = m.a) and v.language = m.l
    and v.storefront_id = coalesce((select f.id from storefront f where f.code = m.s), 0)) is distinct from m.v
    order by 1)`

const outdated = sql`(${current} is distinct from s.base or cardinality(${changed}) > 0)`

function where(f: SuggestionFilter, personId: number): SQL {
  const parts: SQL[] = [
    f.state === 'decided' ? sql`s.state in ('accepted', 'edited', 'refused')` : sql`s.state = ${f.state}`,
  ]
  if (f.run !== undefined) parts.push(sql`s.run_id = ${f.run}`)
  if (f.origin !== undefined) parts.push(sql`r.origin = ${f.origin}`)
  if (f.sku !== undefined) parts.push(sql`s.root_id = (select root_id from product where sku = ${f.sku})`)
  if (f.field !== undefined)
    parts.push(f.field === 'picture' ? sql`s.picture is not null` : sql`s.attribute = ${f.field}`)
  if (f.language !== undefined) parts.push(sql`s.language = ${f.language}`)
  if (f.mine) parts.push(sql`r.person_id = ${personId}`)
  if (f.outdated !== undefined) parts.push(f.outdated ? outdated : sql`not ${outdated}`)
  return sql.join(parts, sql` and `)
}

const order: Record<Grouping, SQL> = {
  run: sql`s.run_id desc, s.root_id, s.id`,
  product: sql`p.sku, s.attribute, s.id`,
  field: sql`s.attribute, s.language, s.storefront, s.run_id desc, s.id`,
}
const from = sql`suggestion s join suggestion_run r on r.id = s.run_id join product p on p.id = s.product_id`
const columns = sql`
  s.id, s.run_id, s.root_id, s.product_id, s.picture, s.attribute, s.storefront, s.language, s.step, s.value, s.base,
    s.made_from, s.alternatives, s.invented, s.state, s.decided, s.decided_at::text
`

/** A page of suggestions in the order of a grouping, and how many there are. */
export async function listSuggestions(
  db: Db,
  setup: StoredSetup,
  f: SuggestionFilter & { by: Grouping; offset: number; limit: number },
  personId: number,
): Promise<{ items: ListedSuggestion[]; count: number }> {
  const condition = where(f, personId)
  const { rows } = await db.execute<{ n: number }>(sql`select count(*)::int as n from ${from} where ${condition}`)
  const { rows: items } = await db.execute(sql`
    select ${columns}, x.now, x.now is distinct
    from s.base as moved, ${changed} as changed, s.sku, s.title, s.origin, s.recipe, s.created::text, s.person,
      s.decided_by_name,
      (select v.value #>> '{}' from value v where v.product_id = s.root_id
      and v.attribute_id = ${setup.attributeIds.get('name') ?? 0} and v.language = ${setup.source}
      and v.storefront_id = 0) as name
    from (select s.*, p.sku, r.title, r.origin, r.recipe, r.created, o.name as person, d.name as decided_by_name,
        row_number() over (order by ${order[f.by]}) as place
      from ${from} left join person o on o.id = r.person_id left join person d on d.id = s.decided_by
      where ${condition} order by place offset ${f.offset} limit ${f.limit}) s,
      lateral (select ${current} as now) x order by s.place`)
  return { items: items as unknown as ListedSuggestion[], count: rows[0]!.n }
}

/** The groups of a grouping that have suggestions, each with how many, and how many are outdated. */
export async function groupSuggestions(
  db: Db,
  f: SuggestionFilter & { by: Grouping },
  personId: number,
): Promise<
  {
    key: string
    open: number
    outdated: number
    title: string | null
    origin: string | null
    created: string | null
    person: string | null
    language: string
    done: RunDone | null
  }[]
> {
  const key = {
    run: sql`s.run_id::text`,
    product: sql`p.sku::text`,
    field: sql`case when s.picture is null then s.attribute else 'picture' end`,
  }[f.by]
  const language = f.by === 'field' ? sql`s.language` : sql`''`
  const { rows } = await db.execute(sql`
    select ${key} as key, ${language} as language, count(*)::int as open,
      count(*) filter (where ${outdated})::int as outdated,
      ${f.by === 'run' ? sql`max(r.title)` : sql`null::text`} as title,
      ${f.by === 'run' ? sql`max(r.origin)` : sql`null::text`} as origin, max(r.created)::text as created,
        ${f.by === 'run' ? sql`max(o.name)` : sql`null::text`} as person,
        ${f.by === 'run' ? sql`(select x.done from suggestion_run x where x.id = s.run_id)` : sql`null::jsonb`} as done
    from ${from} left join person o on o.id = r.person_id where ${where(f, personId)}
    group by 1, 2${f.by === 'run' ? sql`, s.run_id` : sql``}
    order by ${f.by === 'run' ? sql`max(s.run_id) desc` : sql`1, 2`} limit 500`)
  return rows as never
}

/** How many wait, and the runs of a person that do. */
export async function countWaiting(
  db: Db,
  personId: number,
): Promise<{ open: number; mine: { run: number; title: string; open: number }[] }> {
  const { rows } = await db.execute<{ run: number; title: string; open: number; mine: boolean }>(sql`
    select r.id as run, r.title, count(*)::int as open, r.person_id is not distinct from ${personId} as mine
    from suggestion s join suggestion_run r on r.id = s.run_id where s.state = 'open' group by r.id order by r.id desc`)
  return {
    open: rows.reduce((n, r) => n + r.open, 0),
    mine: rows
      .filter((r) => r.mine)
      .slice(0, 20)
      .map(({ run, title, open }) => ({ run, title, open })),
  }
}

/** Suggestions by their numbers, or all that a filter finds, kept from others until the transaction ends. */
export async function lockSuggestions(
  tx: Tx,
  which: { ids: readonly number[] } | { filter: SuggestionFilter; personId: number; most: number },
): Promise<StoredSuggestion[]> {
  const ids =
    'ids' in which
      ? [...which.ids]
      : (
          await tx.db.execute<{ id: number }>(
            sql`
              select s.id from ${from} where ${where(which.filter, which.personId)} order by s.root_id, s.id
              limit ${which.most}
            `,
          )
        ).rows.map((r) => Number(r.id))
  if (ids.length === 0) return []
  await tx.db.execute(sql`select 1 from suggestion where id = any(${sql.param(ids)}::bigint[]) order by id for update`)
  const { rows } = await tx.db.execute(sql`
    select ${columns}, x.now, x.now is distinct from s.base as moved, ${changed} as changed
    from suggestion s, lateral (select ${current} as now) x where s.id = any(${sql.param(ids)}::bigint[])
    order by s.root_id, s.id`)
  return rows as unknown as StoredSuggestion[]
}

/** A suggestion that is new. */
export interface NewSuggestion {
  root: number
  product: number
  picture: string | null
  attribute: string
  storefront: string
  language: string
  step: string | null
  value: Value
  base: Value | null
  made_from: MadeFromRow[]
  alternatives: Value[]
  invented: string[]
}

/**
 * Adds suggestions of a run. Those that still wait at the same places from earlier runs of the same origin and recipe
 * are replaced. Returns how many were added.
 */
export async function addSuggestions(tx: Tx, runId: number, list: readonly NewSuggestion[]): Promise<number> {
  if (list.length === 0) return 0
  const rows = JSON.stringify(list)
  await tx.db.execute(sql`
    update suggestion s set state = 'replaced', decided_at = ${nowDate().toISOString()}
    from jsonb_to_recordset(${rows}::jsonb) as n(product int, picture text, attribute text, storefront text,
        language text), suggestion_run mine, suggestion_run theirs
    where s.product_id = n.product and s.picture is not distinct from n.picture and s.attribute = n.attribute
    and s.storefront = n.storefront and s.language = n.language and s.state = 'open'
      and mine.id = ${runId} and theirs.id = s.run_id and theirs.origin = mine.origin and theirs.recipe is not distinct
      from mine.recipe`)
  await tx.db.execute(sql`
    insert into suggestion (run_id, root_id, product_id, picture, attribute, storefront, language, step, value, base,
      made_from, alternatives, invented, state)
    select ${runId}, root, product, picture, attribute, storefront, language, step, value, nullif(base, 'null'::jsonb),
      made_from, alternatives, array(select jsonb_array_elements_text(invented)), 'open'
    from jsonb_to_recordset(${rows}::jsonb) as n(root int, product int, picture text, attribute text, storefront text,
        language text, step text, value jsonb, base jsonb, made_from jsonb, alternatives jsonb, invented jsonb)`)
  return list.length
}

/** Says what was decided of suggestions. */
export async function markDecided(
  tx: Tx,
  decided: readonly { id: number; state: SuggestionState; value: Value | null }[],
  personId: number | null,
  now: number,
): Promise<void> {
  if (decided.length === 0) return
  await tx.db.execute(sql`
    update suggestion s set state = d.state, decided = nullif(d.value, 'null'::jsonb), decided_by = case
    when d.state = 'open' then null else ${personId}::int end, decided_at = case when d.state = 'open' then null
    else ${new Date(now).toISOString()}::timestamptz end
    from jsonb_to_recordset(${JSON.stringify(decided)}::jsonb) as d(id bigint, state text, value jsonb)
    where s.id = d.id`)
}

/** Every word of every name, folded, and of names that are proposed. */
export async function wordsOfNames(db: Db, setup: StoredSetup): Promise<Set<string>> {
  const id = setup.attributeIds.get('name') ?? 0
  const { rows } = await db.execute<{ w: string }>(sql`
    select distinct w
    from (select v.value #>> '{}' as name from value v where v.attribute_id = ${id} union select s.value #>> '{}'
      from suggestion s where s.attribute = 'name' and s.state = 'open') x,
      lateral regexp_split_to_table(lower(x.name), '[^[:alnum:]]+') w where w <> ''`)
  return new Set(rows.map((r) => r.w))
}

/** Of each recipe that was run: how many of its suggestions are open, and the moment of its last run. */
export async function runsOfRecipes(db: Db): Promise<Map<string, { open: number; last: string }>> {
  const { rows } = await db.execute<{ recipe: string; open: number; last: string }>(sql`
    select r.recipe, count(*) filter (where s.state = 'open')::int as open, max(r.created)::text as last
    from suggestion_run r left join suggestion s on s.run_id = r.id where r.recipe is not null group by 1`)
  return new Map(rows.map(({ recipe, open, last }) => [recipe, { open, last: new Date(last).toISOString() }]))
}

/** The run that a job has begun, before a crash. */
export async function runOfJob(db: Db, job: string): Promise<{ id: number; done: RunDone } | undefined> {
  const [begun] = await db
    .select({ id: t.suggestionRun.id, done: t.suggestionRun.done })
    .from(t.suggestionRun)
    .where(eq(t.suggestionRun.job, job))
  return begun
}

/** Begins a run. */
export async function insertRun(
  db: Db,
  run: typeof t.suggestionRun.$inferInsert,
): Promise<{ id: number; done: RunDone }> {
  const [made] = await db
    .insert(t.suggestionRun)
    .values(run)
    .returning({ id: t.suggestionRun.id, done: t.suggestionRun.done })
  return made!
}

/** Notes how far a run is. */
export async function saveRun(tx: Tx, id: number, done: RunDone): Promise<void> {
  await tx.db.update(t.suggestionRun).set({ done }).where(eq(t.suggestionRun.id, id))
}
