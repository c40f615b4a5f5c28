/**
 * The scene document. Frames count from 1, distances are scene pixels with y growing downward. A field
 * that came later is optional and absent while it says nothing, so that older scenes and edits stay whole.
 */
export * from './schema/fields'
export * from './schema/settings'
export * from './schema/palette'
export * from './schema/picture'
export * from './schema/page'
export * from './schema/adjustment'
export * from './schema/ground'
export * from './schema/level'
export * from './schema/drawing'
export * from './schema/chart'
export * from './schema/take'
export * from './schema/answer'
export * from './schema/plan'
export * from './schema/sound'
export * from './schema/footage'
export * from './schema/writing'
export * from './schema/said'
export * from './schema/ruler'
export * from './schema/camera'
export * from './schema/scene'
