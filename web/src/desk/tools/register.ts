import {
  Brush,
  Circle,
  Droplet,
  Eraser,
  Hand,
  Lasso,
  MapPin,
  Move,
  PaintBucket,
  Paintbrush,
  Pencil,
  PenLine,
  PenTool,
  Pipette,
  Ruler,
  Slash,
  Spline,
  Square,
  Video,
} from '@lucide/vue'
import type { Component } from 'vue'
import type { Tool } from '../../stage/tools/tool'
import { drawTool } from './hand/draw'
import { eraseTool } from './hand/erase'
import { fillTool } from './hand/fill'
import { figureTool } from './hand/figure'
import type { Hands } from './hand/hands'
import { pickTool } from './hand/pick'
import { pointsTool } from './hand/points'
import { pushingTool } from './hand/push'
import { restTool } from './hand/rest'
import { selectTool } from './hand/select'

interface ToolEntry {
  readonly name: string
  readonly word: string
  /** What its key does, in words, and the key it comes with. */
  readonly does: string
  readonly key: string
  readonly icon: Component
  /** It draws with the brush in hand. */
  readonly draws?: true
  readonly notInCells?: true
  /** It begins a group of its own in the tray. */
  readonly apart?: true
  /** What the pen does with it; made anew whenever it is taken in hand. */
  readonly inHand: (hands: Hands) => Tool
}

/** Every tool, once, in the order of the tray. A new one is its own file and an entry here. */
const TOOLS = [
  { name: 'pencil', word: 'Pencil', does: 'Pencil', key: 'a', icon: Pencil, draws: true, inHand: drawTool },
  {
    name: 'pen',
    word: 'Pen',
    does: 'Pen',
    key: 'Shift+A',
    icon: PenLine,
    draws: true,
    notInCells: true,
    inHand: drawTool,
  },
  {
    name: 'wash',
    word: 'Wash',
    does: 'Wash',
    key: 'Shift+W',
    icon: Brush,
    draws: true,
    notInCells: true,
    inHand: drawTool,
  },
  {
    name: 'flat',
    word: 'Flat',
    does: 'Flat brush',
    key: 'Shift+F',
    icon: Paintbrush,
    draws: true,
    notInCells: true,
    inHand: drawTool,
  },
  {
    name: 'charcoal',
    word: 'Coal',
    does: 'Charcoal',
    key: ';',
    icon: PenTool,
    draws: true,
    notInCells: true,
    inHand: drawTool,
  },
  {
    name: 'watery',
    word: 'Water',
    does: 'Watery brush',
    key: "'",
    icon: Droplet,
    draws: true,
    notInCells: true,
    inHand: drawTool,
  },
  {
    name: 'line',
    word: 'Line',
    does: 'Straight line',
    key: 'Shift+L',
    icon: Slash,
    draws: true,
    apart: true,
    inHand: figureTool('line'),
  },
  {
    name: 'circle',
    word: 'Circle',
    does: 'Circle',
    key: 'Shift+C',
    icon: Circle,
    draws: true,
    inHand: figureTool('circle'),
  },
  { name: 'box', word: 'Box', does: 'Box', key: 'Shift+B', icon: Square, draws: true, inHand: figureTool('box') },
  { name: 'eraser', word: 'Eraser', does: 'Eraser', key: 'e', icon: Eraser, apart: true, inHand: eraseTool },
  { name: 'fill', word: 'Fill', does: 'Fill with paint', key: 'p', icon: PaintBucket, inHand: fillTool },
  { name: 'pick', word: 'Pick', does: 'Pick a colour from the paper', key: 'Shift+P', icon: Pipette, inHand: pickTool },
  { name: 'select', word: 'Select', does: 'Select', key: 'u', icon: Lasso, apart: true, inHand: selectTool },
  { name: 'push', word: 'Push', does: 'Push ink softly', key: 'j', icon: Hand, notInCells: true, inHand: pushingTool },
  {
    name: 'points',
    word: 'Points',
    does: 'Points of a line',
    key: 'Shift+J',
    icon: Spline,
    notInCells: true,
    inHand: pointsTool,
  },
  { name: 'pin', word: 'Pins', does: 'Pin landmarks', key: 'm', icon: MapPin, apart: true, inHand: restTool },
  {
    name: 'camera',
    word: 'Camera',
    does: 'Camera: what is seen, on which frame',
    key: 'Shift+Comma',
    icon: Video,
    notInCells: true,
    inHand: restTool,
  },
  {
    name: 'ruler',
    word: 'Ruler',
    does: 'Lay and move rulers',
    key: 'Shift+Backslash',
    icon: Ruler,
    notInCells: true,
    inHand: restTool,
  },
  { name: 'slide', word: 'Slide', does: 'Slide what lies under the light', key: 'h', icon: Move, inHand: restTool },
] as const satisfies readonly ToolEntry[]

export type ToolName = (typeof TOOLS)[number]['name']
export const TOOL_LIST: readonly (ToolEntry & { readonly name: ToolName })[] = TOOLS
export const TOOL_NAMES = TOOLS.map(({ name }) => name) as [ToolName, ...ToolName[]]
export const toolNamed = (name: ToolName) => TOOL_LIST.find((tool) => tool.name === name)!
