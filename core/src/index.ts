/** What others may use of core: by folder, from the ground up. The contract of the API is `@unhurried/core/api`. */
export { LIMITS } from './base/limits'
export { chance } from './base/random'
export { sentenceOf } from './base/sentence'
export { coloursOver, colourUse } from './scene/colour-use'
export { isCycle, totalFrames } from './scene/columns'
export { newLevel, newScene, startingLightTable } from './scene/create'
export { modelTouches } from './scene/model'
export { coloursOf, potsOf } from './scene/palette'
export { changesBetween, sameValue } from './scene/parts'
export { pencilTest } from './scene/pencil-test'
export { picturesOf } from './scene/pictures'
export { EditRefused } from './scene/refusal'
export {
  type Answer,
  type Approach,
  type Blend,
  BLENDS,
  type Chart,
  type Column,
  type Drawing,
  type Exposure,
  type Ground,
  type Guide,
  type GuideShape,
  idSchema,
  type LaidPlan,
  type Landmark,
  type Level,
  type LightTable,
  nameSchema,
  type Pass,
  PASSES,
  passSchema,
  type PassState,
  patternSchema,
  type Pin,
  type Reference,
  type Role,
  type Scene,
  sceneSchema,
  type Settings,
  settingsSchema,
  type Spacing,
  SPACING_LAWS,
  type SpacingLaw,
  type Swatch,
  type Take,
  TEXTURES,
  type Tone,
  TONES,
} from './scene/schema'
export { faultOf, validate } from './scene/validate'
export {
  areaScale,
  followedBy,
  inverted,
  type Matrix,
  mirroredAbout,
  movedBy,
  type Point,
  scaledAbout,
  skewedAbout,
  STAY,
  through,
  turnedAbout,
} from './geometry/matrix'
export { squashAbout } from './geometry/squash'
export { ringArea } from './geometry/trace'
export { favoured, LAW_WORDS, snapToHalves, spacingInWords, spacingLaw } from './timing/chart'
export { between, cycleAt, fitted, redrawn, writtenOut } from './timing/column'
export { exposePattern } from './timing/exposure'
export type { Held } from './timing/held'
export { renumbered } from './timing/numbering'
export { SAME_PLACE } from './timing/order'
export {
  chartSpan,
  drawingsShown,
  exposureAt,
  type Exposures,
  exposuresOf,
  firstFrameOf,
  hasPan,
  mainSheet,
  type PictureRun,
  pictureRuns,
  placed,
  type Placed,
  shownAt,
} from './timing/sheet'
export { type Difference, takesDiffer } from './timing/takes'
export { framesPerBeat, framesToSeconds, loopLength, secondsToFrames, timecode } from './timing/time'
export { fractionInWords, isDrawn, planOfWork, progress, stepInWords, type WorkStep } from './timing/work'
export { gripMoved, gripsOf, type Push, pushed } from './ink/bend'
export { type Brush, BRUSH_TABLE, BRUSHES, brushKind, PLAIN_BRUSH } from './ink/brushes'
export { cellFill, cellsOff, penCells, runsOf } from './ink/cells'
export { eraseAlong, eraseWhole } from './ink/erase'
export { type Figure, figurePoints } from './ink/figures'
export {
  type Cells,
  changeInk,
  changesJoined,
  type Fill,
  type Ink,
  INK_GRID,
  type InkChange,
  type InkPiece,
  numbersOf,
  onGrid,
  pieceSchema,
  placesOf,
  settled,
  type Stroke,
} from './ink/ink'
export { courseLengths, type Drawn, halfWidth, strokeOutlines, taperShares } from './ink/outline'
export { packInk, packPasses, readInk, unpackInk, unpackPasses } from './ink/packed-ink'
export { boundsOf, type Lasso, liesAt, picked, type Picked, piecesWithin, within } from './ink/select'
export { silhouette } from './ink/silhouette'
export { pressed, type Steady, steadyPen } from './ink/steady'
export { replaced, transformed } from './ink/transform'
export { type Arc, placeOnArc } from './motion/arc'
export { suggestBounce } from './motion/bounce'
export { followLandmark } from './motion/follow'
export { type GuidedInbetween, guideInbetween, type GuideLandmark } from './motion/inbetween'
export {
  chartTargets,
  landmarksOf,
  measuredChart,
  type MeasuredMark,
  missesOf,
  nextToPin,
  pathOf,
  pinOf,
  stretchAround,
  type Target,
} from './motion/landmarks'
export { panAt, panForWalk, panSpeed } from './motion/pan'
export { distance } from './motion/segments'
export type { Leg } from './motion/walk'
export { fillAt, type Leak, LINE_PASSES, type Painted, readyLines, type ReadyLines } from './paint/fill'
export { paintThrough } from './paint/propagate'
export type { Closing } from './paint/regions'
export { motionGraphs } from './planners/graphs'
export {
  asked,
  choice,
  completed,
  costOf,
  type Field,
  framesOf,
  type Graph,
  type Handle,
  type Inputs,
  type Motion,
  type MotionDrawing,
  number,
  outcomeOf,
  reading,
  type Setting,
  toggle,
  type Told,
} from './planners/planner'
export { plannerOf, PLANNERS } from './planners/register'
export {
  applyEdit,
  editInWords,
  inkAfter,
  inkedBy,
  inkKey,
  type InkKey,
  inkSourcesOf,
  partsBetween,
  touchedBy,
} from './edits/apply'
export { bringBack, type Counts, inkBack, inkBackFor, type Part } from './edits/bring-back'
export { chartHere, matchedByHand, wishedChart } from './edits/charts'
export type { PassInk } from './edits/edit'
export { guideTaken } from './edits/guide-ink'
export { drawingInked } from './edits/ink'
export { drawingsBrought, type InkCounts, requireInk, sameCounts, swatchesTakenOut } from './edits/ink-counts'
export { type Edit, editSchema, type SimpleEdit, simpleEditsOf } from './edits/kinds'
export { layIn } from './edits/lay'
export { mended, type Mended } from './edits/mend'
export { drawingsOfPlan } from './edits/plans'
export type { RangeAct } from './edits/ranges'
export { answerId, answerTo, meantBecause } from './checks/answers'
export { levelsChanged } from './checks/changed'
export type { Check } from './checks/check'
export {
  type Evidence,
  evidenceSchema,
  type Finding,
  findingSchema,
  type Limit,
  type Limits,
  type Outcome,
  SEVERITIES,
  type Severity,
  told,
  unmeasuredSchema,
} from './checks/finding'
export { type Graphs, graphsOf, graphsSchema } from './checks/graphs'
export { type Inspection, inspectScene, subjectOf } from './checks/inspect'
export { limitsSchema } from './checks/limits'
export { checkOf, CHECKS } from './checks/register'
export { ArchiveRefused, readArchive, writeArchive } from './format/archive'
export { ARCHIVE_LIMITS } from './format/archive-limits'
export { writeFindingsCsv } from './format/findings-csv'
export { EXPORT_FORMATS, exportFormat, FORMAT_IDS } from './format/formats'
export { gifDelays, openGif } from './format/gif'
export { PICTURE_TYPES, pictureHead, PictureRefused } from './format/picture-head'
export { type Picture, writePng } from './format/png'
export { plain, readSheetCsv, type SheetError } from './format/sheet-csv'
export { type Paper, PAPERS } from './format/sheet-pdf'
export { stillName } from './format/stills'
