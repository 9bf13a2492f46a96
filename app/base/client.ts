import { parseJson } from '#shared/platform/json'
import { CHANGED_HEADER, REQUEST_HEADER, type ChangeKind, type Problem } from '#shared/platform/types'
import { pathOf, type AnswerOf, type Given, type Method, type Route } from '#shared/platform/route'
import * as words from '#shared/words'
import { ownRequests } from './ownRequests'

/**
 * A request that was refused or got no answer, with the sentence for the person and, for forms, those of the
 * fields.
 */
export class Refusal extends Error {
  readonly problem: Problem

  constructor(problem: Problem) {
    super(problem.detail)
    this.name = 'Refusal'
    this.problem = problem
  }

  /** The refusal's code, the last part of its type. */
  get code(): string {
    return this.problem.type.split(':').at(-1) ?? ''
  }

  /** What the refusal carries besides (an extension member); null for nothing. */
  more<T>(name: string): T | null {
    return (Reflect.get(this.problem, name) as T | undefined) ?? null
  }

  /** What is said about each field of the form. */
  get fields(): Record<string, string> {
    return Object.fromEntries((this.problem.errors ?? []).map(({ field, message }) => [field, message]))
  }
}

/** Any error as a sentence for the person. */
export const sentenceOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** Who is told that nobody is signed in any more. */
let signedOut: () => void = () => undefined
export const onSignedOut = (work: () => void): void => void (signedOut = work)

/**
 * Makes a change, which carries a number of its own: what its answer says that it changed is fetched anew,
 * and not once more when the stream of changes tells it.
 */
async function change<T>(method: Method, path: string, body: unknown, by: string): Promise<T> {
  const { id, end } = ownRequests.begin(by)
  try {
    const { value, changed } = await request<T>(method, path, body, { [REQUEST_HEADER]: id })
    end(changed)
    return value
  } catch (error) {
    end(null)
    throw error
  }
}

/** The one way the application speaks to the server. Throws a Refusal for anything but success. */
async function request<T>(
  method: Method,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<{ value: T; changed: ChangeKind[] }> {
  let answer: Response
  let text: string
  const isFile = body instanceof FormData || body instanceof Blob
  try {
    answer = await fetch(path, {
      method,
      headers: {
        accept: 'application/json',
        ...(body === undefined || isFile ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: isFile ? body : JSON.stringify(body) }),
    })
    text = await answer.text()
  } catch {
    throw new Refusal({ type: 'urn:clear-quill:offline', status: 0, ...words.frame.offline })
  }
  const value = readAnswer(answer, text)
  const changed = (answer.headers.get(CHANGED_HEADER) ?? '').split(',').filter(Boolean) as ChangeKind[]
  if (answer.ok) return { value: value as T, changed }
  throw refusalOf(answer, value)
}

const readAnswer = (answer: Response, text: string): unknown =>
  /json/.test(answer.headers.get('content-type') ?? '') && text !== '' ? parseJson(text) : null
const jsonOf = async (answer: Response): Promise<unknown> => readAnswer(answer, await answer.text())

/** What a refused request says; whoever is signed out is led to the door. */
function refusalOf(answer: Response, value: unknown): Refusal {
  const refusal = new Refusal(
    isProblem(value)
      ? value
      : { type: 'urn:clear-quill:server', status: answer.status, ...words.refusals.server },
  )
  if (refusal.code === 'notSignedIn') signedOut()
  return refusal
}

const isProblem = (value: unknown): value is Problem =>
  typeof value === 'object' && value !== null && 'detail' in value && 'type' in value

/**
 * Asks by a route, given its parameters, its body or file where it takes one, and a query, by their names;
 * `by` is who makes a change and shows it already.
 */
export async function ask<R extends Route>(route: R, given: object): Promise<AnswerOf<R>> {
  const { body, file, bytes, by = '' } = given as Partial<Files> & { body?: unknown; by?: string }
  const path = pathOf(route, given)
  if (route.method === 'GET') return (await request<AnswerOf<R>>('GET', path)).value
  const sent = bytes ?? (file ? formOf(file) : (body ?? emptyOf(route.method)))
  return change(route.method, path, sent, by)
}

/**
 * Asks by a route that answers in steps, each JSON on a line of its own, and gives each as it comes. Ends
 * where it is aborted. Throws a Refusal for anything but success, and where the answer breaks off.
 */
export async function askInSteps<T>(
  route: Route,
  given: object,
  onStep: (step: T) => void,
  signal: AbortSignal,
): Promise<void> {
  const { body } = given as { body?: unknown }
  let answer: Response
  try {
    answer = await fetch(pathOf(route, given), {
      method: route.method,
      headers: { accept: 'application/x-ndjson, application/json', 'content-type': 'application/json' },
      body: JSON.stringify(body),
      signal,
    })
  } catch {
    if (signal.aborted) return
    throw new Refusal({ type: 'urn:clear-quill:offline', status: 0, ...words.frame.offline })
  }
  if (!answer.ok) throw refusalOf(answer, await jsonOf(answer))
  await eachLine(answer, signal, (line) => onStep(parseJson(line) as T))
}

async function eachLine(answer: Response, signal: AbortSignal, take: (line: string) => void): Promise<void> {
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  try {
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return
      const lines = (rest + value).split('\n')
      rest = lines.pop()!
      lines.filter(Boolean).forEach(take)
    }
  } catch (error) {
    if (signal.aborted) return
    throw error instanceof Refusal || error instanceof SyntaxError
      ? error
      : new Refusal({ type: 'urn:clear-quill:offline', status: 0, ...words.frame.offline })
  }
}

/** Asks by a route that is no brand's; a brand's are asked by the brand's store. */
export const api = {
  call: <R extends Route>(route: R, ...[given]: Asked<R>): Promise<AnswerOf<R>> => ask(route, given ?? {}),
}

/** What must be given for a route; nothing where nothing need be. */
export type Asked<R extends Route, Known extends string = never> =
  object extends Given<R, Known>
    ? [given?: Given<R, Known> & Files & { by?: string }]
    : [given: Given<R, Known> & Files & { by?: string }]

/** A file in a form, or one that is the whole body: of any size, it is not read here. */
interface Files {
  file?: Blob
  bytes?: Blob
}

/** One file as a form. */
function formOf(file: Blob): FormData {
  const form = new FormData()
  form.append('file', file)
  return form
}

const emptyOf = (method: Method): object | undefined => (method === 'DELETE' ? undefined : {})
