import { addressOf, problemSchema, type Endpoint } from '@unhurried/core/api'
import type { z } from 'zod'
import { ApiProblem } from './client'

interface Upload {
  readonly onProgress: (share: number) => void
  /** Stops it; what was sent is not kept. */
  readonly signal: AbortSignal
}

/** Sends bytes and tells how far it is, which `fetch` cannot. Errors: ApiProblem; `signal`'s reason when it was stopped. */
export function upload<A extends z.ZodType>(
  endpoint: Endpoint<z.ZodObject, z.ZodObject, z.ZodType, A>,
  bytes: Blob,
  { onProgress, signal }: Upload,
): Promise<z.output<A>> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    request.responseType = 'json'
    request.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0)
    request.onload = () => {
      const answer = (endpoint.answer as A).safeParse(request.response)
      if (request.status < 300 && answer.success) return resolve(answer.data)
      const problem = problemSchema.safeParse(request.response)
      const sentence = problem.success
        ? problem.data.detail
        : `The server answered ${request.status} without saying why.`
      reject(new ApiProblem(request.status, sentence))
    }
    request.onerror = () =>
      reject(new ApiProblem(0, 'The server is not answering. Start it again, then bring the sound in.'))
    request.onabort = () => reject(signal.reason)
    signal.addEventListener('abort', () => request.abort(), { once: true })
    request.open('POST', addressOf(endpoint, {}))
    request.setRequestHeader('content-type', endpoint.bytes!)
    request.send(bytes)
  })
}
