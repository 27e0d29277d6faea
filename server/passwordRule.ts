import { dictionary } from '@zxcvbn-ts/language-common'
import { refuse } from './route'

export const leastPassword = 12

const common = new Set(dictionary['passwords-common'].map(String))
/** "quayside1234!" is "quayside" with the usual tail. */
const bare = (password: string) => password.toLowerCase().replace(/[^\p{L}]+$/u, '')

/** @throws 422 where a password is too short, one of the common ones, or the person's own name */
export function checkPassword(password: string, name: string): void {
  if (password.length < leastPassword)
    throw refuse(422, `A password has at least ${leastPassword} characters. Three words that nobody links with you do well.`)
  if (common.has(password.toLowerCase()) || common.has(bare(password)))
    throw refuse(422, 'This is one of the most common passwords, which others try first. Choose another one.')
  if (new Set(password).size < 5) throw refuse(422, 'This password repeats too few characters. Choose another one.')
  if (name.length > 2 && bare(password) === name.toLowerCase())
    throw refuse(422, 'A password is not the name of its person. Choose another one.')
}
