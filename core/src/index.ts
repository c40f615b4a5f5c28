/** What others may use of core: by folder, from the ground up. The contract of the API is `@unhurried/core/api`. */
export { channelsOf, hexOf, nearestColour } from './base/colour'
export { counted, framesFromTo, inThousands } from './base/counted'
export { freeName, nameWith } from './base/names'
export { clamp } from './base/clamp'
export { beginsWith, sameItems } from './base/items'
export { memo, memoLists } from './base/memo'
export { LIMITS } from './base/limits'
export { isSpeechSound, MOST_SOUNDS, SPEECH_SOUNDS } from './base/speech-sounds'
export { seededRandom } from './base/random'
export { placedBefore } from './base/placed-before'
export { sentenceOf } from './base/sentence'
export { coloursOver, colourUse } from './scene/colour-use'
export { isCycle, totalFrames } from './scene/columns'
export { newLevel, newScene, sameSetUp, startingLightTable } from './scene/create'
export { sameApartFromInk } from './scene/apart-from-ink'
export { modelTouches } from './scene/model'
export { coloursOf, potsOf } from './scene/palette'
export { changesBetween, sameValue } from './scene/parts'
export { PENCIL_TEST_FRAMES, pencilTest, playedScene } from './scene/pencil-test'
export { picturesOf } from './scene/pictures'
export { soundFilesOf } from './scene/sounds'
export { EditRefused } from './scene/refusal'
export {
  type Adjustment,
  type Effects,
  type Approach,
  type Blend,
  BLENDS,
  type Chart,
  type Column,
  type Drawing,
  type Exposure,
  type Ground,
  type GuideShape,
  idSchema,
  type LaidPlan,
  type Landmark,
  type Level,
  type LightTable,
  nameSchema,
  type Pass,
  LINE_PASSES,
  PASSES,
  passSchema,
  type PassState,
  patternSchema,
  type Pin,
  type Footage,
  type Page,
  type Reference,
  type Role,
  type Said,
  type SaidWord,
  type Scene,
  type Sound,
  sceneSchema,
  type Settings,
  paletteSchema,
  settingsSchema,
  type Spacing,
  SPACING_LAWS,
  type SpacingLaw,
  type Swatch,
  type Take,
  TEXTURES,
  type Tone,
  TONES,
  type Follows,
  type PenPathDrawn,
  type Ruler,
  type RulerKind,
  RULER_KINDS,
  RULER_PLACES,
  type Contact,
  type LevelLandmark,
  type CameraKey,
  type CameraField,
} from './scene/schema'
export { faultOf, validate } from './scene/validate'
export {
  applyProductionEdit,
  editsMaking,
  inverseOfProduction,
  picturesOfProduction,
  type ProductionEdit,
} from './production/edits'
export {
  frameOfTick,
  reelTimes,
  secondsOfTick,
  seenAt,
  type ReelTimes,
  type ShotSeen,
  type ShotTime,
} from './production/reel-times'
export { proposedColours, type ProposedColour } from './paint/proposed-colours'
export { behindLibrary, libraryColour, linkedColours } from './production/linked'
export {
  NOTHING_YET,
  reelSchema,
  type Character,
  CHARACTER_KINDS,
  type LibraryColour,
  type ModelSheet,
  type ProductionDocument,
  type Reel,
  type Shot,
} from './production/schema'
export {
  areaScale,
  fittedInto,
  followedBy,
  inverted,
  type Matrix,
  mirroredAbout,
  isIdentity,
  movedBy,
  type Point,
  scaledAbout,
  shareOf,
  skewedAbout,
  STAY,
  transformPoint,
  turnedAbout,
} from './geometry/matrix'
export { squashAbout } from './geometry/squash'
export { ringArea } from './geometry/trace'
export { followsDrawings, nextPlace, usualExposure } from './timing/ahead'
export {
  cameraSpeeds,
  cornersOfField,
  fieldAt,
  fieldInNumbers,
  judderLimit,
  sameField,
  throughCamera,
  wholePaper,
} from './timing/seen/camera'
export { favoured, LAW_WORDS, spacingInWords, spacingLaw } from './timing/chart'
export { halvedMarks, middleOfWidestGap, placeForMark, settledMark } from './timing/marks'
export { contactsOf } from './timing/contacts'
export { lengthOfTake } from './timing/take-length'
export { takeLasting } from './edits/composed/take-lasting'
export { between, cycleAt, writtenOut } from './timing/column'
export { exposePattern } from './timing/exposure'
export { SAME_PLACE } from './timing/order'
export {
  chartSpan,
  drawingsShown,
  exposureAt,
  exposuresOf,
  firstFrameOf,
  mainSheet,
  placed,
  type Placed,
} from './timing/sheet'
export {
  drawingsOf,
  hasPan,
  type Matte,
  type Mattes,
  momentAt,
  passStates,
  type PictureRun,
  pictureRuns,
  runsWithin,
  type Shown,
  type Ways,
} from './timing/seen/shown'
export { smearOf } from './motion/smear'
export { levelPalette } from './timing/level-palette'
export { adjustedPixels, isAdjusted } from './base/adjust'
export { type Difference, takesDiffer } from './timing/takes'
export { framesPerBeat, framesToSeconds, loopLength, secondsToFrames, timecode } from './timing/time'
export { fractionInWords, isDrawn, planOfWork, progress, stepInWords, type WorkStep } from './timing/work'
export { gripMoved, gripsOf, type Push, pushed } from './ink/bend'
export { type Brush, BRUSH_TABLE, BRUSHES, brushKind, PLAIN_BRUSH } from './ink/brushes'
export { cellFill, type CellPen, cellsOff, drawnCells, GRAINS, runsOf } from './ink/cells'
export { eraseAlong, eraseWhole } from './ink/erase'
export { type Figure, figurePoints } from './ink/figures'
export {
  type Cells,
  changeBetween,
  changeInk,
  changesJoined,
  cornersOf,
  type Fill,
  type Ink,
  INK_GRID,
  type InkChange,
  type InkPiece,
  isLaidOnTop,
  numbersOf,
  onGrid,
  pieceSchema,
  placesOf,
  quantized,
  type Scan,
  type Stroke,
} from './ink/ink'
export { cumulativeLengths, type Ring, type StrokeShape, halfWidth, strokeOutlines, taperShares } from './ink/outline'
export { packInk, packPasses, readInk, unpackInk, unpackPasses } from './ink/packed-ink'
export { partsOf, touching } from './ink/select/grow'
export { boundsOf, liesAt, picked, piecesWithin } from './ink/select/select'
export { silhouette } from './ink/silhouette'
export { closedLine, cutLine, joinLines, reordered, steadied } from './ink/rework'
export { curveOfHand, leaning, pressed, type Steady, steadyPen } from './ink/steady'
export { replaced, transformed } from './ink/transform'
export { type Arc, placeOnArc } from './motion/arc'
export { followLandmark } from './motion/follow'
export type { GuidedInbetween, GuideLandmark } from './motion/inbetween'
export { LARGEST_LAYERS, type LayersIn, layersInSchema, LayersRefused } from './ink/layered'
/** Fetched when a file of layers is first read. */
export const loadLayersIn = () => import('./format/layers/read')
/** Fetched when a guide is first wanted. */
export const loadInbetween = () => import('./motion/inbetween')
export {
  landmarksOf,
  measuredChart,
  type MeasuredMark,
  nextToPin,
  pathOf,
  pinOf,
  stretchAround,
} from './motion/landmarks/landmarks'
export { chartTargets, missesOf, type Target, touchesOf } from './motion/landmarks/targets'
export { panAt, panForWalk, panSpeed } from './motion/pan'
export { edgeOf, mirrorsOf } from './rulers/rulers'
export { guidedBy, type Guided, pulledBy } from './rulers/guided'
export { fillAt, type Leak, readyLines, type ReadyLines } from './paint/fill'
export { propagateFill } from './paint/propagate'
export type { Closing } from './paint/regions'
export { motionGraphs } from './planners/graphs'
export {
  completed,
  costOf,
  type Field,
  framesOf,
  type Graph,
  type Handle,
  type Inputs,
  type Motion,
  type MotionDrawing,
  outcomeOf,
  type PlanContext,
} from './planners/planner'
export { mouthFigure } from './planners/figures/mouth-figure'
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
export { inkBackFor, type Part } from './edits/bring-back'
export { asTheDoorTakes } from './edits/door'
export { broughtBack } from './edits/composed/brought/brought-back'
export { inPortions } from './edits/composed/portions'
export { chartHere, matchedByHand, wishedChart } from './edits/kind/charts'
export type { PassInk } from './edits/edit'
export { coloursBrought } from './edits/composed/brought/colours-in'
export { layersLaid } from './edits/composed/brought/layers'
export { mouthsBrought } from './edits/composed/brought/mouths-in'
export { broughtFromLibrary, nearestSheet, sheetAtSize } from './edits/composed/brought/from-library'
export { guideTaken } from './edits/composed/guide-ink'
export { drawingInked } from './edits/kind/ink'
export { drawingsBrought, type InkCounts, requireInk, sameCounts, swatchesTakenOut } from './edits/ink-counts'
export { chartLaidLike, type CopiedChart, landmarkCopied } from './edits/composed/copies'
export { copyOf, type Edit, editSchema, type SimpleEdit, simpleEditsOf } from './edits/kinds'
export { layIn } from './edits/composed/lay'
export { keysOnBeats } from './edits/composed/keys-on-beats'
export { Making, makingRuns } from './edits/composed/making'
export { mouthsLaid, wordsLaid } from './edits/composed/mouths'
export { mendEdit, withMended } from './edits/composed/mended'
export { numberedNames } from './paper/numbered'
export { pagesLaid } from './edits/composed/pages'
export { barsOf } from './timing/bars'
export { drawingsMoved, levelCopied, levelSplit, levelsLaidTogether } from './edits/composed/level-steps'
export { placingOf, sceneSized, type Sizing } from './edits/composed/scene-sized'
export { mended, type Mended } from './edits/mend'
export { drawingsOfPlan } from './edits/kind/plans'
export type { RangeAct } from './edits/kind/ranges'
export { lastDrawn, middlesOf, paceInWords, placesPinned, stepsOver } from './checks/pace'
export { inkWithShape } from './checks/measured'
export { answerId, answerTo, exceptionFor, exceptionOf, learntFrom, meantBecause } from './checks/answers'
export { levelsChanged } from './checks/changed'
export { limitStep } from './checks/limits/step'
export {
  type Evidence,
  evidenceSchema,
  findingSchema,
  type Limits,
  SEVERITIES,
  type Severity,
  type Sureness,
  amountIn,
  rounded,
  unmeasuredSchema,
} from './checks/finding'
export { type FinishedLook, fitLimits, LEAST_FINISHED, lookAtFinished } from './checks/limits/fit'
export { type Graphs, graphsOf, graphsSchema } from './checks/graphs'
export { type Inspection, inspectScene, subjectOf } from './checks/inspect'
export { limitsSchema } from './checks/limits/limits'
export { tightened } from './checks/limits/tightened'
export { checkOf, CHECKS } from './checks/register'
export { ArchiveRefused, readArchive, writeArchive } from './format/archive/archive'
export { ARCHIVE_LIMITS } from './format/archive/archive-limits'
export {
  pictureFile,
  type ProductionFile,
  productionFileSchema,
  PRODUCTION_FILE,
  sceneFile,
} from './format/archive/production'
export { coloursIn, type NamedColour, PALETTE_FORMATS, readPalette } from './format/palette/palette'
export { writeFindingsCsv } from './format/findings-csv'
export { drawingsBeside, measureCut } from './checks/meeting/cut'
export { handOn } from './checks/meeting/hand-on'
export { canShowFilms, EXPORT_FORMATS, exportFormat, FORMAT_IDS, type FormatId } from './format/formats'
export { endOf, gainAt, lastFrameOf, secondAt, soundFrame } from './sound/frames'
export { type LaidWord, layWords, type WordToLay, WordsRefused } from './sound/lay-words'
export { type MouthShape, planMouths, SHAPE_WORDS } from './sound/mouths'
export { FluxGatherer, onsetsIn } from './sound/onsets'
export { loudBetween, PeakGatherer, peakBetween } from './sound/peaks'
export { frameAtSecond, heardSounds, type HeardWord, heardWords, isUnsure } from './sound/said'
export { reelSounds } from './sound/reel-sounds'
export { gainsOver, stretchOf } from './sound/schedule'
export { type Speech, SpeechGatherer, stretchOfSpeech } from './sound/speech'
export { type Tempo, tempo } from './sound/tempo'
export { type Dictionary, placesKept, soundsOf, soundsWritten, spelled } from './sound/words'
export type { PackedType, PackOptions } from './format/exported'
export type { PrintFonts } from './format/print'
export { type FilmContainer, type FilmSound, type FilmWriter, framesGoingBy } from './format/film'
export { writeWav } from './format/wav'
export { SOUND_HEAD, soundHead, SoundRefused } from './format/sound-head'
export { PICTURE_TYPES, pictureHead, PictureRefused } from './format/picture-head'
export { writePng } from './format/picture/png'
export { readSheetCsv, type SheetError } from './format/sheet/sheet-csv'
export { textOf } from './format/text'
export { fileStem } from './format/file-stem'
export { REEL_FORMAT_IDS, REEL_FORMATS, reelFormat, type ReelFormatId } from './format/reel/reel-formats'
export { cutDrawings } from './paper/cut'
export { cutOut, type Dropped, type Grey, greyOf, type PageBox, shrunk } from './paper/grey'
export { flattened, lineArt, lineOf, type PaperLevels, paperLevels } from './paper/levels'
export { filmsSeen, footagePicture, footageTime, runsOverFilms, type SeenFilm } from './paper/footage'
export { pegHoles, withoutPegs } from './paper/pegs'
export { withoutTable } from './paper/table'
export { registerPage } from './paper/register'
export { tracedLines, tracedShapes } from './paper/trace'
export { revealTimes, USUAL_REACH, type Revealed } from './lettering/reveal'
export { blobsOf } from './paper/blobs'
export { strokesOfInk, strokesOfPixels, type LetterStroke } from './lettering/strokes'
export { widenedField, writtenShapes } from './lettering/written'
export { simplerWay, waysAlong, waysOfInk } from './lettering/proposed'
export { lettersWritten, writtenMotion, type WrittenMotion } from './edits/composed/lettering/write-on'
export { withLetteringMoved } from './edits/composed/lettering/lettering-moved'
export { planFor } from './edits/kind/plans'
export { isBehind } from './lettering/lines'
export { type Drops, dropsOf, MOST_DROPS, withDrops } from './edits/composed/drops'
/** Whatever reads fonts is fetched when text is typed. */
export const loadTyped = () => import('./lettering/typed')
export { SpotFollower } from './motion/spot'
export { timedFromLife, type TrackedFrame } from './motion/life'
export { keysFromLife } from './edits/composed/from-life'
export { compacted, PAUSE, sittings } from './record/sittings'
export { type LogEntry, logEntrySchema, type Minutes, minutesPerDrawing, secondsBy, type WorkKind } from './record/log'
export { estimateInOrder, type Hours, type Known, type ToDo, whyOf } from './record/estimate'
export { dayAfter, hoursOn, inDueOrder, mustMake, schedule, type Week, weekdayOf } from './record/schedule'
export {
  drawnAgain,
  drawnLevels,
  feetAndFrames,
  STAGES,
  stagesDone,
  stagesOf,
  toDoIn,
  toMend,
  workIn,
} from './record/stages'
export { costOfLength, costOfRate, drawnInColours } from './record/what-if'
export { writeLogCsv } from './format/log-csv'
export { exerciseSettings, type Exercise, type Ideal, PRACTICE_SIZE } from './practice/exercise'
export { EXERCISES, exerciseOf } from './practice/register'
export { scoreCopy } from './practice/copied'
export { scoreAgainstFilm } from './practice/from-film'
export { markedDrawings } from './practice/measure'
export { scoreInWords } from './practice/in-words'
export { marksOf, scoreExercise } from './practice/score'
export { dueAgain } from './practice/due'
export { errorOf, type PracticeResult, practiceResultSchema } from './practice/results'
export { eyeLimits } from './practice/eye/limits'
export { EYE_KINDS, eyeKindOf } from './practice/eye/register'
export { EYE_TRIALS, type EyeAnswer, nextAmount, thresholdOf } from './practice/eye/staircase'
export { EYE_SIZE, type EyeKind, type EyePicture, type EyeTrial } from './practice/eye/trial'
export { writePracticeCsv } from './format/practice-csv'
