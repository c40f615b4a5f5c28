/** A camera on a stand that is not there: pegged pages of a made-up loop under a lamp, as a hand lays them. */
export interface StandInCamera {
  readonly stream: MediaStream
  /** Lays the next page under it. */
  readonly next: () => void
  readonly close: () => void
}

const [WIDTH, HEIGHT] = [1440, 1080]
const PAGES = 8
/** Laid the wrong way round, as happens. */
const UPSIDE_DOWN = 4
/** How far a hand lays a page off, in pixels and radians. */
const OFF = { pixels: 13, turn: 0.016 }

/** Repeatable: every page lies as it lies. */
const chance = (n: number) => {
  const value = Math.sin(n * 127.1 + 311.7) * 43_758.5453
  return value - Math.floor(value)
}

export function standInCamera(): StandInCamera {
  const canvas = document.createElement('canvas')
  canvas.width = WIDTH
  canvas.height = HEIGHT
  const surface = canvas.getContext('2d')!
  let page = 0
  const show = () => photograph(surface, page % PAGES)
  show()
  // A stream gives a picture when something was painted.
  const painting = setInterval(show, 100)
  const stream = canvas.captureStream()
  return {
    stream,
    next() {
      page++
      show()
    },
    close() {
      clearInterval(painting)
      stream.getTracks().forEach((track) => track.stop())
    },
  }
}

/** A page as the camera sees it: on a dark table, a little off, brighter to one side. */
function photograph(surface: CanvasRenderingContext2D, page: number) {
  surface.setTransform(1, 0, 0, 1, 0, 0)
  surface.fillStyle = '#4a4038'
  surface.fillRect(0, 0, WIDTH, HEIGHT)
  surface.translate(WIDTH / 2, HEIGHT / 2)
  surface.rotate((chance(page) - 0.5) * 2 * OFF.turn + (page === UPSIDE_DOWN ? Math.PI : 0))
  surface.translate((chance(page + 20) - 0.5) * 2 * OFF.pixels, (chance(page + 40) - 0.5) * 2 * OFF.pixels)
  surface.fillStyle = '#f4eddc'
  surface.fillRect(-680, -500, 1360, 1000)
  holes(surface)
  buoy(surface, page / PAGES)
  surface.setTransform(1, 0, 0, 1, 0, 0)
  const light = surface.createRadialGradient(380, 260, 100, 620, 480, 1150)
  light.addColorStop(0, 'rgb(255 246 226 / 0%)')
  light.addColorStop(1, 'rgb(52 40 24 / 46%)')
  surface.fillStyle = light
  surface.fillRect(0, 0, WIDTH, HEIGHT)
}

function holes(surface: CanvasRenderingContext2D) {
  surface.fillStyle = '#2b241e'
  surface.beginPath()
  surface.arc(0, 445, 11, 0, 2 * Math.PI)
  surface.roundRect(-395, 434, 52, 22, 11)
  surface.roundRect(343, 434, 52, 22, 11)
  surface.fill('evenodd')
}

/** A mooring buoy that bobs and leans, its rope trailing, drawn over a pale blue under-drawing. */
function buoy(surface: CanvasRenderingContext2D, share: number) {
  const turn = share * 2 * Math.PI
  const [rise, lean] = [60 * Math.sin(turn), 0.22 * Math.sin(turn - 0.9)]
  surface.lineCap = 'round'
  surface.strokeStyle = '#9db9e6'
  surface.lineWidth = 4
  surface.beginPath()
  surface.moveTo(-520, 130)
  surface.lineTo(520, 130)
  surface.moveTo(0, -380)
  surface.lineTo(0, 330)
  surface.stroke()
  surface.save()
  surface.translate(0, 20 - rise)
  surface.rotate(lean)
  surface.strokeStyle = '#34333a'
  surface.lineWidth = 7
  const squash = 1 + 0.06 * Math.cos(turn)
  surface.beginPath()
  surface.ellipse(0, 0, 190 * squash, 176 / squash, 0, 0, 2 * Math.PI)
  surface.moveTo(-184, -30)
  surface.quadraticCurveTo(0, 30, 184, -30)
  surface.moveTo(-170, 62)
  surface.quadraticCurveTo(0, 120, 170, 62)
  surface.moveTo(-34, -176)
  surface.quadraticCurveTo(-30, -236, 0, -238)
  surface.quadraticCurveTo(30, -236, 34, -176)
  surface.stroke()
  surface.restore()
  surface.strokeStyle = '#34333a'
  surface.lineWidth = 6
  const [x, y] = [176 * -Math.sin(lean), 20 - rise + 176 * Math.cos(lean)]
  surface.beginPath()
  surface.moveTo(x, y)
  surface.bezierCurveTo(x + 40 * Math.sin(turn - 1.6), y + 70, x + 120, y + 60, x + 190 + 30 * Math.cos(turn), 350)
  surface.stroke()
  surface.beginPath()
  for (let i = 0; i < 3; i++) {
    const from = -560 + 420 * i + 24 * Math.sin(turn + i)
    surface.moveTo(from, 330)
    surface.quadraticCurveTo(from + 70, 306 + 10 * Math.cos(turn + i), from + 150, 332)
  }
  surface.stroke()
}
