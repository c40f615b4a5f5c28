/** The ranges every door and every function of core agree on. */
export const LIMITS = {
  fps: { min: 1, max: 60 },
  /** Frames in a scene: five minutes at 24. */
  length: { min: 1, max: 7200 },
  /** Scene width and height in pixels. */
  side: { min: 8, max: 4096 },
  /** Frames one drawing is held in a chart's exposure pattern. */
  exposure: { min: 1, max: 24 },
  halvings: { min: 0, max: 6 },
  strength: { min: 0.1, max: 8 },
  /** Beats a minute. */
  bpm: { min: 20, max: 400 },
  takes: 40,
  landmarks: 40,
  /** Drawings pinned to one light table. */
  pinned: 12,
  /** A mark below 0 is anticipation, above 1 overshoot; this far and no further. */
  fraction: { min: -1, max: 2 },
  /** The farthest a mark may lie that a plan or an archive brings. */
  mark: { min: -10, max: 10 },
  /** Marks of one chart. */
  marks: 300,
  charts: 5000,
  plans: 1000,
  /** Findings answered "meant". */
  answers: 2000,
  /** Notes beside the sheet of one take. */
  notes: 2000,
  /** Contacts between landmarks in one take. */
  contacts: 400,
  /** Lines put together by hand on one chart, and drawings in one such group. */
  matches: 300,
  matched: 64,
  /** Simple edits made as one step. */
  editsTogether: 5000,
  name: 120,
  /** Of pictures, and of drawings placed on other paper. */
  scale: { min: 0.01, max: 50 },
  note: 2000,
  levels: 60,
  drawings: 5000,
  strokePoints: 20_000,
  /** Pixels over which a line may swell or thin out. */
  taper: 400,
  /** Runs of cells in one piece of a sprite. */
  cellRuns: 20_000,
  /** Longest side of a scene that is drawn in whole cells. */
  cellSide: 256,
  references: 60,
  /** Films under the paper of a scene, and how many times as fast as they are. */
  footage: 12,
  footageSpeed: { min: 0.05, max: 20 },
  /** Pages of paper that drawings of a scene show. */
  pages: 1000,
  /** Paths of the pen over one drawing of lettering. */
  penPaths: 400,
  penPathPoints: 4000,
  /** Letters typed at once. */
  typedLetters: 400,
  /** Lines of one guide figure. */
  guideShapes: 200,
  /** A picture of a ground or a reference: longest side in pixels, and size in bytes. */
  pictureSide: 8192,
  pictureBytes: 40_000_000,
  /** Sounds of a scene; of one, the length in seconds, the bytes, and how many times as strong it may be made. */
  sounds: 24,
  soundSeconds: 3600,
  soundBytes: 200_000_000,
  soundStrength: 4,
  soundNotes: 500,
  /** Words laid on one sound, and letters of one. */
  words: 1500,
  wordLetters: 80,
  swatches: 200,
  /** Pixels an effect of a level reaches. */
  effectReach: 400,
  /** The field of a camera against the paper, and the keys of one camera. */
  field: { min: 0.02, max: 20 },
  cameraKeys: 400,
  /** Reels of a production, and shots of one of them. */
  reels: 40,
  shots: 2000,
  /** Characters, props and grounds of a library, and model sheets of one of them. */
  characters: 300,
  modelSheets: 60,
  /** Rulers on the paper of a scene. */
  rulers: 24,
  /** Holes in one fill. */
  holes: 200,
  piecesPerEdit: 2000,
  /** How far outside the paper a point may lie, in pixels. */
  reach: 20_000,
} as const
