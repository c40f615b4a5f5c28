import { z } from 'zod'
import { LIMITS } from '../base/limits'
import { SOUND_TYPES } from '../format/sound-head'
import { soundFileSchema } from '../scene/schema'
import { endpoint } from './endpoint'

export const putSound = endpoint({
  operation: 'putSound',
  method: 'post',
  path: '/api/sounds',
  summary: 'Keep a file with sound; the same bytes again are kept once',
  status: 201,
  bytes: 'application/octet-stream',
  bodyLimit: LIMITS.soundBytes,
  answer: z.object({ sound: soundFileSchema, type: z.enum(SOUND_TYPES), bytes: z.int() }),
  problems: [400, 403, 413, 415, 422, 503, 507],
})

export const readSound = endpoint({
  operation: 'readSound',
  method: 'get',
  path: '/api/sounds/:sound',
  summary: 'The bytes of a file with sound, or the range of them that is asked for',
  params: z.object({ sound: soundFileSchema }),
  answer: 'bytes',
  problems: [404, 416, 503],
})
