import { expect, it } from 'vitest'
import type { Grant, Tokens } from '../../core/model/grant'
import { putDestination } from '../../store/setup/destinations'
import { destinationToOpen, findGrant, putGrant, removeGrant } from '../../store/setup/grants'
import { ownDatabase, owner, sql } from './harness'

ownDatabase()

const tokens = (access: string, seconds: number, refresh: string | null = 'next'): Tokens => ({ access, refresh, seconds })
async function granted(given: Tokens): Promise<Grant> {
  await putDestination(sql, { id: 'cloud', name: 'Cloud', connector: 'cloud-folder', options: {} })
  await putGrant(sql, 'cloud', owner, given)
  return (await destinationToOpen(sql, 'cloud'))!.grant
}

it('keeps tokens sealed, and says whether they hold for as long as a delivery takes', async () => {
  const grant = await granted(tokens('a secret word', 300))
  expect(await grant.now()).toEqual({ access: 'a secret word', holds: true })
  const [row] = await sql`select tokens::text as text from grants`
  expect(row!.text).not.toContain('secret word')
  expect(await findGrant(sql, 'cloud')).toMatchObject({ by: expect.any(String) as string })
  expect((await (await granted(tokens('short', 20))).now())?.holds).toBe(false)
  await grant.refused()
  expect((await grant.now())?.holds).toBe(false)
})

it('asks for the next once for all who wait, with the newest refresh token, and keeps the old one where none is given', async () => {
  const grant = await granted(tokens('first', 0, 'one'))
  const asked: (string | null)[] = []
  const ask = (next: Tokens) => (refresh: string | null) => {
    asked.push(refresh)
    return Promise.resolve(next)
  }
  const all = await Promise.all([1, 2, 3].map(() => grant.renew(ask(tokens('second', 300, 'two')))))
  expect([all, asked]).toEqual([['second', 'second', 'second'], ['one']])
  await grant.refused()
  await grant.renew(ask(tokens('third', 0, null)))
  await grant.renew(ask(tokens('fourth', 300)))
  expect(asked).toEqual(['one', 'two', 'two'])
})

it('keeps what it had where asking fails, and goes with its destination', async () => {
  const grant = await granted(tokens('first', 0))
  await expect(grant.renew(() => Promise.reject(new Error('no answer')))).rejects.toThrow('no answer')
  expect(await grant.now()).toEqual({ access: 'first', holds: false })
  expect(await removeGrant(sql, 'cloud')).toBe(true)
  expect([await grant.now(), await removeGrant(sql, 'cloud')]).toEqual([null, false])
  await granted(tokens('again', 300))
  await sql`delete from destinations where id = 'cloud'`
  expect(await grant.now()).toBeNull()
})
