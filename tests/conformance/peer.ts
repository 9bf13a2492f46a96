import { fork, type ChildProcess } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { existsSync, mkdtempSync } from 'node:fs'
import { createServer as createHttpServer, request as forward } from 'node:http'
import { createServer, type AddressInfo } from 'node:net'
import { once } from 'node:events'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = fileURLToPath(new URL('../..', import.meta.url))

/** Where a peer is installed; null where it could not be had. */
export function installed(name: string): string | null {
  const folder = join(root, '.cache', 'conformance', name)
  return ['node_modules', 'usr'].some((part) => existsSync(join(folder, part))) ? folder : null
}

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      server.close(() => resolve(port))
    })
  })

/** Starts a peer's file in its own folder, and waits until it says that it is ready. */
function start(file: string, cwd: string, env: Record<string, string>): Promise<ChildProcess> {
  const child = fork(join(root, 'tests/conformance/peers', file), [], {
    cwd,
    env: { PATH: '', ...env },
    silent: true,
  })
  let said = ''
  child.stderr?.on('data', (part: Buffer) => (said += part.toString()))
  return new Promise((resolve, reject) => {
    child.once('message', () => resolve(child))
    child.once('exit', (code) => reject(new Error(`${file} ended with ${code}: ${said.slice(-2000)}`)))
  })
}

export interface DataServer {
  origin: string
  directory: string
  /** Makes an account; gives its identity. */
  account: (handle: string, password: string) => Promise<string>
  stop: () => void
}

/** The real data server of the AT Protocol, with a directory of its own; both on this machine alone. */
export async function startDataServer(folder: string): Promise<DataServer> {
  const [plcPort, port] = [await freePort(), await freePort()]
  const data = mkdtempSync(join(tmpdir(), 'peer-'))
  const hex = (bytes: number): string => randomBytes(bytes).toString('hex')
  const directory = `http://localhost:${plcPort}`
  const plc = await start('plc.cjs', folder, { PORT: String(plcPort) })
  const pds = await start('pds.cjs', folder, {
    PDS_HOSTNAME: 'localhost',
    PDS_PORT: String(port),
    PDS_DATA_DIRECTORY: data,
    PDS_BLOBSTORE_DISK_LOCATION: join(data, 'blobs'),
    PDS_DEV_MODE: 'true',
    PDS_DISABLE_SSRF_PROTECTION: '1',
    PDS_INVITE_REQUIRED: '0',
    LOG_ENABLED: '0',
    PDS_SERVICE_HANDLE_DOMAINS: '.test',
    PDS_DID_PLC_URL: directory,
    PDS_PLC_ROTATION_KEY_K256_PRIVATE_KEY_HEX: hex(32),
    PDS_DPOP_SECRET: hex(32),
    PDS_JWT_SECRET: hex(16),
    PDS_ADMIN_PASSWORD: hex(8),
  })
  const origin = `http://localhost:${port}`
  const account = async (handle: string, password: string): Promise<string> => {
    const answer = await fetch(`${origin}/xrpc/com.atproto.server.createAccount`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ handle, password, email: `${handle}@mail.example` }),
    })
    const made = (await answer.json()) as { did?: string; message?: string }
    if (!made.did) throw new Error(`${handle}: ${made.message}`)
    return made.did
  }
  return {
    origin,
    directory,
    account,
    stop: () => {
      pds.kill()
      plc.kill()
    },
  }
}

/** A Micropub endpoint of other makers, with a token that it takes. */
export async function startMicropub(
  folder: string,
  token: string,
): Promise<{ origin: string; stop: () => void }> {
  const port = await freePort()
  const child = await start('micropub.mjs', folder, { PORT: String(port), TOKEN: token })
  return { origin: `http://localhost:${port}`, stop: () => void child.kill() }
}

/**
 * A door to one host of the stand-in world for clients that can't name another host than they ask: all that
 * comes to it goes there.
 */
export async function doorTo(standins: string, host: string): Promise<{ origin: string; stop: () => void }> {
  const { hostname, port } = new URL(standins)
  const server = createHttpServer((request, response) => {
    const headers = { ...request.headers, host }
    const onward = forward(
      { hostname, port, path: request.url, method: request.method, headers },
      (answer) => {
        response.writeHead(answer.statusCode ?? 502, answer.headers)
        answer.pipe(response)
      },
    )
    onward.on('error', () => response.writeHead(502).end())
    request.pipe(onward)
  }).listen(0, '127.0.0.1')
  await once(server, 'listening')
  return {
    origin: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: () => {
      server.closeAllConnections()
      server.close()
    },
  }
}

/** An authorization server of other makers. */
export async function startAuthorizationServer(
  folder: string,
  redirectUri: string,
): Promise<{ issuer: string; stop: () => void }> {
  const port = await freePort()
  const child = await start('oidc.mjs', folder, { PORT: String(port), REDIRECT: redirectUri })
  return { issuer: `http://localhost:${port}`, stop: () => void child.kill() }
}
