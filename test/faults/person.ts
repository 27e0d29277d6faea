import { setTimeout as pause } from 'node:timers/promises'

interface Answer<T> {
  status: number
  body: T
}

/** Somebody at a running copy whose processes are killed: they ask again where nobody answers, and take a refusal as an answer. */
export class PersonThere {
  private cookie = ''

  constructor(
    private readonly app: string,
    private readonly who: { name: string; password: string },
  ) {}

  private async signIn(): Promise<void> {
    const { name, password } = this.who
    const { status, body } = await this.ask('POST', '/api/session', { name, password })
    if (status >= 400) throw new Error(`${name} cannot sign in: ${JSON.stringify(body)}`)
  }

  /** Asks until there is an answer that is not the server's own fault. @throws {Error} where nobody answers for so many minutes */
  async ask<T>(method: string, path: string, body?: unknown, minutes = 4): Promise<Answer<T>> {
    for (const end = Date.now() + minutes * 60_000; ;) {
      const answer = await fetch(this.app + path, {
        method,
        headers: { 'content-type': 'application/json', cookie: this.cookie },
        body: body === undefined ? undefined : JSON.stringify(body),
        signal: AbortSignal.timeout(30_000),
      })
        .then(async response => ({ response, text: await response.text() }))
        .catch(() => null)
      if (answer && answer.response.status < 500 && answer.response.status !== 401 && answer.response.status !== 429) {
        this.cookie = answer.response.headers.get('set-cookie')?.split(';')[0] ?? this.cookie
        return { status: answer.response.status, body: JSON.parse(answer.text || 'null') as T }
      }
      if (Date.now() > end)
        throw new Error(`${method} ${path} was not answered: ${answer ? `${answer.response.status} ${answer.text}` : 'no connection'}`)
      if (answer?.response.status === 401) await this.signIn()
      else await pause(500)
    }
  }
}
