import type { ChildProcess } from 'node:child_process'

export interface Part {
  url: string
  child: ChildProcess
  stop: () => Promise<void>
}
export function startStandins(options: { port: number; smtpPort?: number | null; loud?: boolean }): Promise<Part & { smtp: string | null }>
export function startServer(options: {
  port: number
  dataDir: string
  standins?: string | null
  mailPort?: number | null
  demo?: boolean
  loud?: boolean
  piped?: boolean
  env?: Record<string, string>
}): Promise<Part>
export function fillDemo(options: { url: string; standins: string; mailPort: number }): Promise<void>
export function freePort(): Promise<number>
