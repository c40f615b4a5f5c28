import { z } from 'zod'

/** One request of the API as both sides see it: where it goes, what it takes and what it answers. */
export interface Endpoint<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType> {
  /** Its name in the OpenAPI document. */
  readonly operation: string
  readonly method: 'get' | 'post'
  /** With `:name` for each of `params`. */
  readonly path: string
  readonly summary: string
  readonly params: P
  readonly query: Q
  /** Undefined: the request carries no JSON. */
  readonly body?: B
  /** The request carries bytes of this type instead of JSON. */
  readonly bytes?: string
  /** Largest body, in bytes. */
  readonly bodyLimit: number
  readonly status: number
  /** The JSON answered, or `bytes` for an octet stream. */
  readonly answer: A | 'bytes'
  /** Statuses of the problem details it may answer instead. */
  readonly problems: readonly number[]
}

// Endpoints of different shapes lie in one list.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyEndpoint = Endpoint<any, any, any, any>

const nothing = z.object({})
type Nothing = typeof nothing

const SMALL = 64 * 1024

type Given<P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, A extends z.ZodType> = Omit<
  Endpoint<P, Q, B, A>,
  'params' | 'query' | 'bodyLimit' | 'status'
> & { params?: P; query?: Q; bodyLimit?: number; status?: number }

export function endpoint<
  A extends z.ZodType,
  P extends z.ZodType = Nothing,
  Q extends z.ZodType = Nothing,
  B extends z.ZodType = Nothing,
>(given: Given<P, Q, B, A>): Endpoint<P, Q, B, A> {
  return { params: nothing as unknown as P, query: nothing as unknown as Q, bodyLimit: SMALL, status: 200, ...given }
}

/** A whole number as an address carries it. */
export const numberInAddress = (name: string) =>
  z
    .string()
    .regex(/^\d{1,9}$/, `${name} must be a whole number.`)
    .transform(Number)

/** What a request is asked with, on the side that asks. */
export interface Asked<P extends z.ZodType, Q extends z.ZodType> {
  readonly params?: z.output<P>
  readonly query?: z.output<Q>
}

/** The address of a request: what stands in its path and behind it. Lists are joined by commas. */
export function addressOf<P extends z.ZodType, Q extends z.ZodType>(
  { path }: { readonly path: string; readonly params: P; readonly query: Q },
  { params, query }: Asked<P, Q>,
): string {
  const values = (params ?? {}) as Record<string, unknown>
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(values[name])))
  const wished = Object.entries((query ?? {}) as Record<string, unknown>).filter(([, value]) => value !== undefined)
  if (wished.length === 0) return filled
  const written = (value: unknown) =>
    (Array.isArray(value) ? value : [value]).map((each) => encodeURIComponent(String(each)))
  return `${filled}?${wished.map(([name, value]) => `${name}=${written(value).join(',')}`).join('&')}`
}
