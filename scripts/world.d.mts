import type { ChildProcess } from 'node:child_process'

export interface Part {
  url: string
  child: ChildProcess
  stop: () => Promise<void>
}
export interface ServerPart extends Part {
  port: number
  /** Where it takes mail; null where it takes none. */
  mailPort: number | null
}
export function startStandins(options?: {
  port?: number
  smtpPort?: number
  loud?: boolean
}): Promise<Part & { smtp: string }>
export function startServer(options: {
  port?: number
  dataDir: string
  standins?: string | null
  mailPort?: number | null
  demo?: boolean
  loud?: boolean
  piped?: boolean
  env?: Record<string, string>
}): Promise<ServerPart>
/** A port nobody has, which nobody's outgoing connection is given either. */
export function standingPort(): Promise<number>
export function fillDemo(options: { url: string; standins: string; mailPort: number }): Promise<void>
