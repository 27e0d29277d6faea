import type { Person, Role } from '../../shared/views/people'
import type { Sql, Tx } from '../database'
import { addNewPerson } from './manage'

/** Somebody for whom a provider vouches. */
export interface Outside {
  issuer: string
  subject: string
  name: string
  /** One that the provider says is theirs. */
  mail: string | null
  /** What they may here; null where the provider does not say. */
  roles: Role[] | null
}

export type CameIn = { person: Person } | { refused: 'deactivated' | 'no role' | 'name taken' | 'not known' }

/**
 * The person that a provider means, linked by its subject; the first time by their mail address, else added where that is
 * wanted. Their roles become what the provider says.
 */
export function comeIn(sql: Sql, outside: Outside, adds: boolean): Promise<CameIn> {
  return sql.begin(async (tx): Promise<CameIn> => {
    if (outside.roles?.length === 0) return { refused: 'no role' }
    const found = (await bySubject(tx, outside)) ?? (await byMail(tx, outside))
    if (!found) return addOutside(tx, outside, adds)
    if (!found.active) return { refused: 'deactivated' }
    const roles = outside.roles ? await rolesToKeep(tx, found, outside.roles) : found.roles
    await tx`update people set roles = ${roles} where id = ${found.id}`
    return { person: { id: found.id, name: found.name, roles } }
  })
}

/** What the provider says; but the last steward stays one, or nobody could change anything here any more. */
async function rolesToKeep(tx: Tx, { id, roles: before }: Person, roles: Role[]): Promise<Role[]> {
  if (!before.includes('steward') || roles.includes('steward')) return roles
  const others = await tx`select 1 from people where id <> ${id} and deactivated_at is null and 'steward' = any(roles) limit 1`
  return others.length ? roles : [...roles, 'steward']
}

type Found = Person & { active: boolean }

async function bySubject(tx: Tx, { issuer, subject }: Outside): Promise<Found | null> {
  const [row] = await tx<Found[]>`
    select people.id, name, roles, deactivated_at is null as active
    from outside_subjects
    join people on people.id = person
    where issuer = ${issuer} and subject = ${subject}`
  return row ?? null
}

/** The one person with this mail address whom nobody else is linked to. */
async function byMail(tx: Tx, outside: Outside): Promise<Found | null> {
  if (outside.mail === null) return null
  const rows = await tx<Found[]>`
    select id, name, roles, deactivated_at is null as active from people
    where lower(mail) = lower(${outside.mail}) and not exists (
      select 1 from outside_subjects where person = people.id and issuer = ${outside.issuer})`
  const [one] = rows
  if (!one || rows.length > 1) return null
  await link(tx, outside, one.id)
  return one
}

async function addOutside(tx: Tx, outside: Outside, adds: boolean): Promise<CameIn> {
  const { name, mail, roles } = outside
  if (!adds || !roles) return { refused: 'not known' }
  const id = await addNewPerson(tx, { name, mail, roles })
  if (id === null) return { refused: 'name taken' }
  await link(tx, outside, id)
  return { person: { id, name, roles } }
}

async function link(tx: Tx, { issuer, subject }: Outside, person: string): Promise<void> {
  await tx`insert into outside_subjects (issuer, subject, person) values (${issuer}, ${subject}, ${person})`
}
