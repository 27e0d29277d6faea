import type { SignedIn } from '../../shared/views/people'
import { cookieOf } from './client'
import { running } from './running'

// Against the provider of the demo, over its real protocol: a browser with its cookies, without a screen.
const { app } = running()

/** A browser that keeps cookies by host and port, and follows where it is sent. */
export class Browser {
  private readonly jar = new Map<string, Map<string, string>>()

  async go(address: string, body?: Record<string, string>): Promise<{ url: string; text: string }> {
    let url = new URL(address)
    let form = body
    for (let hops = 0; hops < 12; hops++) {
      const cookies = this.jar.get(url.host) ?? new Map<string, string>()
      this.jar.set(url.host, cookies)
      const answer = await fetch(url, {
        method: form ? 'POST' : 'GET',
        redirect: 'manual',
        headers: {
          cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join('; '),
          ...(form ? { 'content-type': 'application/x-www-form-urlencoded' } : {}),
        },
        body: form ? new URLSearchParams(form).toString() : undefined,
      })
      for (const set of answer.headers.getSetCookie()) {
        const [name, value] = set.split(';')[0]!.split(/=(.*)/s) as [string, string]
        cookies.set(name, value)
      }
      const next = answer.headers.get('location')
      if (next === null) return { url: url.href, text: await answer.text() }
      url = new URL(next, url)
      form = undefined
    }
    throw new Error(`Sent round and round, at last to ${url.href}.`)
  }

  /** Goes to the provider as somebody to be signed in here, and comes back from it. */
  signIn = (login: string, to = '/batches'): Promise<URL> => this.goAs(login, `${app}/api/session/outside?to=${encodeURIComponent(to)}`)

  /** Goes where the provider asks somebody, answers it, and comes back from it. */
  async goAs(login: string, address: string): Promise<URL> {
    let page = await this.go(address)
    // Who one is, then that this program may know it.
    for (let forms = 0; forms < 3; forms++) {
      const action = /<form[^>]* action="([^"]+)"/.exec(page.text)?.[1]
      if (!action || page.url.startsWith(app)) break
      const prompt: Record<string, string> = page.text.includes('name="login"')
        ? { prompt: 'login', login, password: 'any' }
        : { prompt: 'consent' }
      page = await this.go(new URL(action, page.url).href, prompt)
    }
    return new URL(page.url)
  }

  /** Signs in here by name and password. */
  async signInHere(name: string): Promise<void> {
    const cookies = this.jar.get(new URL(app).host) ?? new Map<string, string>()
    this.jar.set(new URL(app).host, cookies.set(...((await cookieOf(name)).split(/=(.*)/s) as [string, string])))
  }

  /** A change that a page of ours makes. */
  async change<T>(method: string, path: string): Promise<T> {
    const jar = this.jar.get(new URL(app).host)!
    const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ')
    const answer = await fetch(app + path, { method, headers: { cookie, 'content-type': 'application/json' } })
    for (const set of answer.headers.getSetCookie()) jar.set(...(set.split(';')[0]!.split(/=(.*)/s) as [string, string]))
    return (await answer.json()) as T
  }

  async me(): Promise<SignedIn | null> {
    const { text } = await this.go(`${app}/api/session`)
    return 'id' in JSON.parse(text) ? (JSON.parse(text) as SignedIn) : null
  }
}
