import { onDesk, thing, word, type Where } from './where'

const LEVEL = onDesk(thing('level'))
const seen = (words: string) => onDesk(thing('level'), word(words))

/** What is done with a level, in the panel its name on the sheet opens. */
export const LEVELS: readonly Where[] = [
  {
    ...{ lives: 'Draw, level', guide: 'drawing', doing: LEVEL },
    things: {
      'Name of the level': 'rename layer, layer name',
      'Hide it': ['Hide the level', 'hide layer, layer visibility, invisible, turn layer off'],
      'Lock it': ['Lock the level', 'lock layer, protect layer, freeze layer'],
      'Show it alone': ['Show the level alone', 'solo, isolate layer, solo layer'],
      Loop: ['Make the level a loop', 'loop layer, cycle layer'],
      'A ground': ['Make the level a ground', 'background layer, backdrop, background, bg, set, scenery'],
      'Renumber its drawings': 'rename frames, renumber, number drawings',
      'Left, above': [
        'Move the level to the left, above',
        'reorder layers, move layer up, bring to front, layer order, arrange, raise layer',
      ],
      'Right, below': ['Move the level to the right, below', 'move layer down, send to back, layer order, lower layer'],
      'Take the level out': 'delete layer, remove layer',
      'Copy the level': 'duplicate layer, copy layer, clone layer',
      'Lay together with': [
        'Lay two levels together',
        'merge layers, merge down, flatten, combine layers, collapse layers',
      ],
      'Take a pass up onto a level of its own': 'split layer, separate layers, extract lines',
      'Take a colour up onto a level of its own': 'separate colours, split by colour, colour separation',
      'Strength of level': [
        'Strength of the level',
        'layer opacity, opacity, transparency, fade a layer, level opacity, see through',
      ],
      'How level': ['How the level blends', 'blend mode, layer blend mode, multiply, screen, overlay, darken, lighten'],
      'How it is seen': [
        'How the level is seen: cut, followed, toned, with effects',
        'layer properties, layer opacity, layer style, blending',
      ],
      Matte: ['Cut the level by another', 'mask, clipping mask, layer mask, cutter, alpha, stencil, clip to layer'],
      Follower: [
        'Let the level follow another',
        'offset copy, linked layer, clone, ghost trail, parenting, parent layer, attach layer',
      ],
      'An echo of it': [
        'An echo of the level',
        'echo, delayed copy, trail, reflection, cast shadow, afterimage, instance, only the drawings chosen',
      ],
      'Who of the library is drawn on it': [
        'Say who of the library is drawn on the level',
        'use a character, link to library, character, model sheet, bring what is new, let it go, lay its model sheet at this size, lay its mouths',
      ],
    },
  },
  {
    ...{ lives: 'Draw, level, tones and hues', guide: 'drawing', doing: seen('Tones and hues') },
    things: {
      'Tones and hues of level': [
        'Tones and hues of the level',
        'brightness, contrast, saturation, hue shift, colour correction, colour grading, tint, levels',
        'greyscale, black and white, desaturate, darken, lighten, gamma, exposure, adjustments, as it is',
      ],
    },
  },
  {
    ...{ lives: 'Draw, level, effects', guide: 'drawing', doing: seen('Effects') },
    things: {
      'Effects of level': ['Effects of the level', 'layer effects, filters, fx, special effects, compositing'],
      'Shadow moved to the right': ['A soft shadow, laid elsewhere', 'drop shadow, cast shadow, shadow offset'],
      'Glow reaches': ['A glow round the level', 'bloom, halo, light, rim light, lightning, fire light'],
      'Smeared by speed': ['Smear the level by its speed', 'motion blur, speed blur, blur, gaussian blur, streak'],
      'No effects': 'remove effects, clear effects',
    },
  },
  {
    ...{ lives: 'Draw, level, ground', guide: 'seeing', doing: LEVEL, when: 'the level is a ground' },
    things: {
      'Picture from the left': [
        'A picture on the ground',
        'background image, import background, backdrop picture, painted background, again and again, take it away',
      ],
      'Strength of the texture': ['A texture over the ground', 'paper texture, canvas texture, paper grain, overlay'],
      'Law of the pan': [
        'Pan the ground',
        'scroll background, scrolling background, parallax, multiplane, panning, moving hold, no pan',
      ],
      'Length of a step in pixels': [
        'The pan that suits a walk',
        'foot slip, walk speed, match the background to the walk, walking right, walking left',
      ],
    },
  },
]
