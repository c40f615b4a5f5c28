import { strFromU8 } from 'fflate'
import { refuseLayers, type LayersIn } from '../../ink/layered'
import { readOpenRaster } from './open-raster-in'
import { readLayeredSvg } from './svg-in'

/** The layers of an OpenRaster or SVG file, told from what is in it. Errors: LayersRefused with a sentence. */
export function readLayers(bytes: Uint8Array, freshId: () => string): LayersIn {
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b
  if (isZip) return readOpenRaster(bytes)
  const start = strFromU8(bytes.subarray(0, 4096))
    .replace(/^\ufeff/, '')
    .trimStart()
  if (!start.startsWith('<')) refuseLayers('It is neither OpenRaster nor SVG.')
  return readLayeredSvg(strFromU8(bytes), freshId)
}
