import { randomInt } from 'node:crypto'
import { createServer, type Server } from 'node:net'
import { Trouble } from './trouble'

/** A socket that listens and turns away whoever comes: a port that is ours until it is handed on. Null where it is taken. */
function hold(port: number, host: string): Promise<Server | null> {
  return new Promise(resolve => {
    const server = createServer(connection => connection.destroy())
    server.once('error', () => resolve(null))
    server.listen(port, host, () => resolve(server))
  })
}

const portOf = (server: Server) => (server.address() as { port: number }).port

// Below those that systems give to connections by themselves (Linux from 32768 on): one of these may be taken again before it is served.
const [lowest, above] = [30_000, 32_700]
const mostTries = 500
const given = new Set<number>()

/** A port of this machine that is free, another one at each call. */
export async function freePort(): Promise<number> {
  for (let tries = 0; tries < mostTries; tries++) {
    const port = randomInt(lowest, above)
    const server = given.has(port) ? null : await hold(port, '127.0.0.1')
    if (!server) continue
    given.add(port)
    await new Promise(resolve => server.close(resolve))
    return port
  }
  throw new Trouble('No port of this machine is free; end some programs that listen, then start again.')
}

/** The app's port, kept from its choice on: another copy that starts at the same time takes the next one. */
export class AppPort {
  private constructor(
    private held: Server | null,
    readonly number: number,
    private readonly host: string,
  ) {}

  /** The one asked for, or 3000 or the next that is free. @throws {Trouble} */
  static async choose(asked: number | null, host: string): Promise<AppPort> {
    if (asked !== null) {
      const server = await hold(asked, host)
      if (server) return new AppPort(server, asked, host)
      throw new Trouble(`Port ${asked} on ${host} is taken or not allowed; set RUBRICATOR_PORT to another one, or leave it out.`)
    }
    for (let port = 3000; port < 3100; port++) {
      const server = await hold(port, host)
      if (server) return new AppPort(server, port, host)
    }
    const server = await hold(0, host)
    if (!server) throw new Trouble(`No port is free on ${host}; set RUBRICATOR_HOST to an address of this machine.`)
    return new AppPort(server, portOf(server), host)
  }

  /** The listening socket, for the process that serves it now; taken anew after that one ended. */
  async hand(): Promise<Server> {
    const server = this.held ?? (await hold(this.number, this.host))
    if (!server) throw new Trouble(`Port ${this.number} on ${this.host} was taken by another program meanwhile.`)
    this.held = null
    return server
  }

  /** Lets go of a port that was never handed on. */
  release(): void {
    this.held?.close()
    this.held = null
  }
}
