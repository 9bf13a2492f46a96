import type { AnyObjectSchema, InferType } from 'yup'

// What the server and the browser both know of a route; the server joins what checks a body and what does the
// work, the browser asks by it.

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'

/**
 * Who may use a route: anyone; anyone signed in; or a part in the brand of its address that lets one read,
 * work, or own.
 */
export type Access = 'public' | 'person' | 'read' | 'work' | 'own'

/** A route by its method, its path with parameters such as `:id`, and who may use it. */
export interface Route<
  S extends AnyObjectSchema | null = AnyObjectSchema | null,
  A = unknown,
  P extends string = string,
  W extends Access = Access,
> {
  readonly method: Method
  readonly path: P
  readonly access: W
  /** Only types: what its body must suit, and what it answers. */
  readonly of?: { schema: S; answer: A }
}

/** A route that is being declared: what it takes and answers is said by types alone. */
interface Declaring<P extends string, W extends Access> {
  answers: <A>() => Route<null, A, P, W>
  takes: <S extends AnyObjectSchema>() => { answers: <A>() => Route<S, A, P, W> }
}

/** Declares a route at a path. */
export function at<P extends string, W extends Access>(method: Method, access: W, path: P): Declaring<P, W> {
  const route = { method, access, path }
  return { answers: () => route, takes: () => ({ answers: () => route }) }
}

const BRAND = '/api/brands/:brandId'
/** Declares a route of a brand, by what comes behind the brand's own path. */
export const ofBrand = <P extends string, W extends 'read' | 'work' | 'own'>(
  method: Method,
  access: W,
  path: P,
): Declaring<`${typeof BRAND}${P}`, W> => at(method, access, `${BRAND}${path}` as const)

/** The names of a path's parameters. */
export type ParamsOf<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamsOf<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? Name
    : never

/** What a body may say: what it leaves out has a default, or is refused with a sentence. */
export type BodyOf<S> = S extends AnyObjectSchema ? Loose<InferType<S>> : never
type Loose<T> = T extends (infer E)[] ? Loose<E>[] : T extends object ? { [K in keyof T]?: Loose<T[K]> } : T

/** What is given with a request: parameters, the body where the route takes one, and a query. */
export type Given<R extends Route, Known extends string = never> = Record<
  Exclude<ParamsOf<R['path']>, Known>,
  string
> &
  (NonNullable<R['of']>['schema'] extends null
    ? object
    : { body: BodyOf<NonNullable<R['of']>['schema']> }) & {
    query?: Record<string, string | number>
  }

export type AnswerOf<R extends Route> = NonNullable<R['of']>['answer']

/** A route's path with its parameters and query filled in. */
export function pathOf(route: Route, given: object): string {
  const values = given as { [name: string]: unknown; query?: Record<string, string | number> }
  const path = route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(values[name])))
  const query = Object.entries(values.query ?? {}).map(([name, value]) => [name, String(value)])
  return query.length === 0 ? path : `${path}?${new URLSearchParams(query).toString()}`
}
