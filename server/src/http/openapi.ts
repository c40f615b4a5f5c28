import { editSchema, limitsSchema, sceneSchema, settingsSchema } from '@unhurried/core'
import { problemSchema, type AnyEndpoint } from '@unhurried/core/api'
import { z } from 'zod'

type Json = Record<string, unknown>
type Side = 'input' | 'output'

/** Schemas that stand in the document once, under their own name. */
const NAMED = z.registry<{ id: string }>()
NAMED.add(sceneSchema, { id: 'Scene' })
NAMED.add(editSchema, { id: 'Edit' })
NAMED.add(settingsSchema, { id: 'Settings' })
NAMED.add(limitsSchema, { id: 'Limits' })
NAMED.add(problemSchema, { id: 'Problem' })

/** Makes JSON schemas whose references lead into the document's own `components`. */
function schemaWriter(components: Json) {
  return (schema: z.ZodType, side: Side, within: string): Json => {
    const written = z.toJSONSchema(schema, {
      target: 'draft-2020-12',
      io: side,
      unrepresentable: 'any',
      metadata: NAMED,
    }) as Json
    const { $schema: _, $defs = {}, ...own } = written
    const names = new Map<string, string>()
    // What has no name of its own is numbered within one schema only.
    for (const key of Object.keys($defs as Json)) {
      const named = key.startsWith('__') ? `${within}${key.replace(/^_+schema/, '')}` : key
      names.set(key, side === 'input' ? `${named}Given` : named)
    }
    const led = (value: unknown): unknown => {
      if (Array.isArray(value)) return value.map(led)
      if (typeof value !== 'object' || value === null) return value
      return Object.fromEntries(
        Object.entries(value).map(([key, inner]) => {
          if (key !== '$ref' || typeof inner !== 'string') return [key, led(inner)]
          return ['$ref', inner === '#' ? inner : `#/components/schemas/${names.get(inner.split('/').at(-1)!)}`]
        }),
      )
    }
    for (const [key, definition] of Object.entries($defs as Json)) {
      const { id: _id, $schema: _schema, ...rest } = definition as Json
      components[names.get(key)!] = led(rest)
    }
    const { id, ...rest } = own
    if (typeof id !== 'string') return led(rest) as Json
    const name = side === 'input' ? `${id}Given` : id
    components[name] = led(rest)
    return { $ref: `#/components/schemas/${name}` }
  }
}

const binary = (type: string) => ({ [type]: { schema: { type: 'string', format: 'binary' } } })

function operationOf(endpoint: AnyEndpoint, written: ReturnType<typeof schemaWriter>): Json {
  const { operation, summary, params, query, body, bytes, status, answer, problems } = endpoint
  const parameters = (['path', 'query'] as const).flatMap((where) => {
    const { properties = {}, required = [] } = written(where === 'path' ? params : query, 'input', operation) as {
      properties?: Json
      required?: string[]
    }
    return Object.entries(properties).map(([name, schema]) => {
      const needed = where === 'path' || required.includes(name)
      return { name, in: where, required: needed, schema }
    })
  })
  const json = (schema: z.ZodType, side: Side) => ({
    'application/json': { schema: written(schema, side, `${operation}${side === 'input' ? 'Body' : 'Answer'}`) },
  })
  const taken = bytes ? binary(bytes) : body && json(body, 'input')
  const given = answer === 'bytes' ? binary('application/octet-stream') : json(answer, 'output')
  const problem = {
    description: 'Problem details',
    content: { 'application/problem+json': { schema: written(problemSchema, 'output', 'problem') } },
  }
  return {
    operationId: operation,
    summary,
    parameters,
    ...(taken && { requestBody: { required: true, content: taken } }),
    responses: {
      [status]: { description: 'Done', content: given },
      ...Object.fromEntries(problems.map((code) => [code, problem])),
    },
  }
}

/** The OpenAPI 3.1 document of the endpoints, from the very schemas that check their requests, and of `others`. */
export function openApiOf(endpoints: readonly AnyEndpoint[], others: Record<string, Json> = {}): object {
  const schemas: Json = {}
  const written = schemaWriter(schemas)
  const paths: Record<string, Json> = { ...others }
  for (const endpoint of endpoints) {
    const at = endpoint.path.replace(/:(\w+)/g, '{$1}')
    paths[at] = { ...paths[at], [endpoint.method]: operationOf(endpoint, written) }
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Unhurried Sketch', version: '1' },
    paths,
    components: { schemas },
  }
}
