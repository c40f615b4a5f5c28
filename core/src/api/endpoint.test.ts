import fc from 'fast-check'
import type { z } from 'zod'
import * as api from './index'
import { addressOf, type AnyEndpoint } from './endpoint'

const endpoints = Object.values(api).filter(
  (each): each is AnyEndpoint => typeof each === 'object' && 'operation' in each && 'path' in each,
)
const id = fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9_-]{0,11}$/)

test('every endpoint has a name and an address of its own', () => {
  expect(endpoints.length).toBeGreaterThan(12)
  expect(new Set(endpoints.map(({ operation }) => operation)).size).toBe(endpoints.length)
  expect(new Set(endpoints.map(({ method, path }) => `${method} ${path}`)).size).toBe(endpoints.length)
})

test('every :name in a path is one of its parameters, and the other way round', () => {
  for (const { path, params } of endpoints) {
    const named = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name)
    expect([path, Object.keys((params as z.ZodObject).shape).sort()]).toEqual([path, named.sort()])
  }
})

test('what is asked arrives as it was asked: numbers as numbers, lists as lists', () => {
  fc.assert(
    fc.property(
      id,
      fc.nat({ max: 999_999_999 }),
      fc.array(id, { minLength: 1, maxLength: 9 }),
      (scene, version, drawings) => {
        const { pathname, searchParams } = new URL(
          addressOf(api.readMomentInk, { params: { scene, version }, query: { drawings } }),
          'http://here',
        )
        const [, , , sceneThere, , versionThere] = pathname.split('/').map(decodeURIComponent)
        expect(api.readMomentInk.params.parse({ scene: sceneThere, version: versionThere })).toEqual({ scene, version })
        expect(api.readMomentInk.query.parse(Object.fromEntries(searchParams))).toEqual({ drawings })
      },
    ),
  )
})

test('what is not asked for is not in the address, and what could break it is written out', () => {
  expect(addressOf(api.readHistory, { params: { scene: 's' }, query: { before: undefined } })).toBe(
    '/api/scenes/s/history',
  )
  expect(addressOf(api.readScene, { params: { scene: 'a/b?c' } })).toBe('/api/scenes/a%2Fb%3Fc')
})
