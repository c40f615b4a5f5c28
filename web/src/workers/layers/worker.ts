import { LayersRefused, loadLayersIn } from '@unhurried/core'
import { freshId } from '../../api/ids'
import { layersOrderSchema, type LayersReport } from './messages'

const tell = (report: LayersReport) => self.postMessage(report)
const PROBLEM = 'This file cannot be read. Save it again, as OpenRaster or SVG, then bring it in.'

self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  const { id, file } = layersOrderSchema.parse(data)
  try {
    const { readLayers } = await loadLayersIn()
    tell({ kind: 'read', id, file: readLayers(new Uint8Array(await file.arrayBuffer()), freshId) })
  } catch (error) {
    tell({ kind: 'failed', id, sentence: error instanceof LayersRefused ? error.message : PROBLEM })
  }
}
