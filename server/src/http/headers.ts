import type { Context, Middleware } from 'koa'
import helmet from 'koa-helmet'

const own = ["'self'"]
/** What a page of ours never asks a browser for. */
const NO_DEVICES = [
  'accelerometer',
  'display-capture',
  'geolocation',
  'gyroscope',
  'magnetometer',
  'midi',
  'payment',
  'serial',
  'usb',
]
/** What it asks for when its user says so: a page of paper under a camera, a voice to be heard. */
const OWN_DEVICES = ['camera', 'microphone']

const strict = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      scriptSrc: own,
      styleSrc: own,
      fontSrc: own,
      connectSrc: own,
      // A film's opacity is taken apart in a worker its encoder makes by itself; that one may do no more than we may.
      workerSrc: [...own, 'blob:'],
      manifestSrc: own,
      imgSrc: [...own, 'blob:', 'data:'],
      mediaSrc: [...own, 'blob:'],
      baseUri: ["'none'"],
      formAction: ["'none'"],
      frameAncestors: ["'none'"],
    },
  },
  // Served over plain HTTP on this machine only.
  strictTransportSecurity: false,
})

/** Strict headers with every answer. They are always the same, so they are worked out once. */
export function strictHeaders(): Middleware {
  const headers = new Map([
    [
      'Permissions-Policy',
      [...NO_DEVICES.map((device) => `${device}=()`), ...OWN_DEVICES.map((device) => `${device}=(self)`)].join(', '),
    ],
  ])
  const written = {
    setHeader: (name: string, value: unknown) => void headers.set(name, String(value)),
    removeHeader: (name: string) => void headers.delete(name),
  }
  void strict({ req: {}, res: written } as unknown as Context, async () => undefined)
  return (ctx, next) => {
    for (const [name, value] of headers) ctx.res.setHeader(name, value)
    return next()
  }
}
