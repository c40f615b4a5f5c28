import { onDesk, thing, word, type Where } from './where'

const UNDER_LIGHT: Where = {
  ...{ lives: 'Draw, light table', guide: 'charts', doing: onDesk(thing('light table')) },
  things: {
    'What it shows': [
      'What the light table shows',
      'onion skin mode, previous frames only, next frames, both sides, earlier only',
    ],
    'Earlier drawings': [
      'How many earlier drawings shine through',
      'number of onion skins, onion skin range, previous frames, how many ghosts',
    ],
    'Later drawings': ['How many later drawings shine through', 'next frames, following frames, onion skin after'],
    'Strength of earlier drawings': [
      'How strongly drawings shine through',
      'onion skin opacity, onion skin transparency, ghost strength, fade onion skin',
    ],
    'Tint of earlier drawings': [
      'Colours of what shines through',
      'onion skin colour, before and after colours, ghost colours, red and green',
    ],
    'Keys and breakdowns only': ['Keys and breakdowns only shine through', 'onion skin keys, keys only, extremes only'],
    'First beyond the last': [
      'The first drawing shines through after the last',
      'loop onion skin, wrap onion skin, cycle onion skin, first frame after last',
    ],
    'This level alone': ['Drawings of this level alone shine through', 'onion skin current layer, hide other layers'],
    'Guides of plans': ['Guides of plans under the paper', 'show guides, planner guides'],
    'Drawings pinned to the light table': 'pin onion skin, reference frame, keep a drawing visible, lock ghost',
  },
}
const SEEING: readonly Where[] = [
  {
    ...{ lives: 'Draw, view', guide: 'seeing', doing: onDesk(thing('view')) },
    things: {
      Fit: ['Fit the paper on the table', 'fit to screen, zoom to fit, whole canvas'],
      'Actual size': ['The paper at its actual size', '100 %, zoom 100, actual pixels, 1:1, one to one, original size'],
      'As on a phone': ['The paper as small as on a phone', 'phone size, small preview, thumbnail size, readability'],
      Upright: ['The paper upright', 'reset rotation, straighten, rotation zero'],
      Mirrored: ['The paper mirrored', 'flip canvas, mirror view, flip view'],
      'Beyond the edge': [
        'What lies beyond the paper’s edge',
        'pasteboard, offscreen, outside the canvas, overscan, crop view, show outside frame',
      ],
      'For the left hand': ['The desk for the left hand', 'left handed, lefty, mirror interface, swap panels'],
    },
  },
  {
    ...{ lives: 'Draw, reference', guide: 'seeing', doing: onDesk(thing('reference')) },
    things: {
      'Pin a picture':
        'import image, reference image, reference window, trace image, photo, mood board, model sheet of, take away, underlay',
      'Make this drawing the model':
        'model drawing, master drawing, on model, size model, guide drawing, go to it, no model',
      'Bring in a film': ['Bring in a film to trace', 'import video, rotoscope, video reference, live action, footage'],
    },
  },
  {
    ...{ lives: 'Draw, below the paper', guide: 'seeing', doing: onDesk() },
    things: {
      '½ speed': ['Play at half speed', 'slow motion, half speed, play slowly, playback speed, slow down playback'],
      Beat: ['Flip at a steady beat', 'auto flip, flip back and forth, rock the drawings, blink comparator'],
      'All levels': [
        'Show the cards of all levels',
        'show all tracks, all layers, timeline view, reorder drawings, move drawings in time',
      ],
    },
  },
]
const PENCIL_TRAY: readonly Where[] = [
  {
    ...{ lives: 'Draw, the tray', guide: 'drawing', doing: { ...onDesk(), tool: 'pencil' } },
    things: {
      'Size in pixels': ['Size of the brush', 'brush size, line width, stroke width, thickness, pen size, line weight'],
      'Drawings the tool works on': 'edit multiple frames, multi frame editing, draw on many frames',
    },
  },
  {
    ...{ lives: 'Draw, passes', guide: 'drawing', doing: onDesk(thing('passes')) },
    things: {
      'Strength of the line pass': [
        'Strength of a pass',
        'pass opacity, line opacity, fade roughs, transparency, lower opacity',
      ],
      'How the line pass blends': ['How a pass blends', 'blend mode, multiply, blending mode, screen, overlay'],
      'one dimmed beneath': [
        'Begin a pass over one dimmed beneath',
        'ink over pencil, clean up, trace roughs, blue line, tie down',
      ],
      'a copy of its lines': [
        'Begin a pass from a copy of another’s lines',
        'copy lines to clean up, duplicate lines, copy to ink',
      ],
      'Draw under': [
        'Draw under what is on the pass',
        'draw behind, paint behind, paint under lines, draw beneath, lock transparency',
      ],
    },
  },
  {
    ...{ lives: 'Draw, brush', guide: 'drawing', doing: { ...onDesk(thing('brush')), tool: 'pencil' } },
    things: {
      'Fit the touch to my hand': 'pressure calibration, calibrate pen, pressure curve, tablet calibration',
      Pressure: [
        'Pressure: light or heavy touch',
        'pen pressure, pressure sensitivity, stylus pressure, tilt, wacom, tablet',
      ],
      'Steadiness in per cent': [
        'Steadiness of the brush',
        'stabilizer, stabiliser, smoothing, smooth line, lazy brush, streamline',
      ],
      'Swells over': ['How a line begins: swelling', 'taper, taper in, line start'],
      'Thins out over': ['How a line ends: thinning out', 'taper, taper out, line end'],
      'Test strip': ['A strip to try the brush', 'try the brush, brush preview, scratch pad'],
      'The button on the pen’s barrel': [
        'What the button on the pen’s barrel does',
        'barrel button, pen button, stylus button, side switch',
      ],
    },
  },
  {
    ...{ lives: 'Draw, colours', guide: 'colour', doing: { ...onDesk(thing('colours')), tool: 'pencil' } },
    things: {
      'Name of this colour': 'rename colour, colour name, label colour',
      'Group of this colour': 'colour group, palette group, folder of colours',
      'Add its shadow': [
        'Add a colour’s shadow, or a lighter or darker tone',
        'shade, shadow colour, tones, cel shading, shading, highlight, highlight colour, add darker, add lighter',
      ],
      'Merge into': [
        'Merge a colour into another',
        'replace colour, palette swap, combine colours, reduce colours, merge colours, take it out again',
      ],
      'Copy it': ['Copy a colour', 'duplicate colour, duplicate swatch'],
      'Earlier in the row': ['A colour earlier in the row', 'reorder colours, sort palette, move swatch'],
      'New colour': 'add colour, add swatch, custom colour, colour wheel, hsv, hex code, rgb, mix',
      'Most colours in this scene': 'limit colours, limited palette, colour count, indexed colour',
      'Bring in': ['Bring in colours from a file', 'import palette, load swatches, gpl, ase, open palette'],
      'Follow a colour of the library':
        'linked colours, global colours, shared palette, colour model, take the library’s, keep it here on purpose, let it go',
    },
  },
]
const UNSURE: Where = {
  ...{
    lives: 'Draw, fill',
    guide: 'colour',
    doing: { is: 'command', id: 'fill' },
    when: 'painting through was unsure',
  },
  things: { 'All seen': ['Paint it was unsure of', 'all seen, take out, check fills, review fills'] },
}
const TOUCHED: Where = {
  ...{ lives: 'Draw, pins', guide: 'charts', when: 'a landmark is in hand' },
  doing: { is: 'command', id: 'pin', via: [word('Change …')] },
  things: {
    'What touches': [
      'What a landmark touches',
      'they touch, the other way about, contact, attach, take away, hold on to',
    ],
  },
}
const FOLLOWED_ON_FILM: Where = {
  ...{
    lives: 'Draw, reference',
    guide: 'footage',
    doing: onDesk(thing('reference')),
    when: 'a film lies under the paper',
  },
  things: {
    Follow: ['Follow something on a film', 'motion capture, track video, follow it on film'],
    'Lay keys at its turns': 'keys from video, keyframes from footage',
    'Compare keys with it': 'compare with video, check against footage',
    'its sound': ['The sound of a film', 'its sound, extract audio, video sound'],
    'take out': ['Take a film out', 'take out, remove video'],
  },
}
const PAINT: Where = {
  ...{ lives: 'Draw, fill', guide: 'colour', doing: { is: 'command', id: 'fill' } },
  things: {
    'Gaps closed, in pixels': [
      'Gaps closed by the fill',
      'close gap, gap closing, leak, fill tolerance, fill leaks, threshold, close it, fill anyway',
    ],
    'Paint through': [
      'Paint through all drawings of the level',
      'fill all frames, auto paint, auto colour, propagate, paint every frame, batch fill',
    ],
  },
}
const SELECTED = 'something is selected'
const ON_SELECTING = { guide: 'drawing', lives: 'Draw, select' } as const
const within = (...words: string[]) => ({ is: 'command' as const, id: 'select' as const, via: words.map(word) })
const SELECTING: readonly Where[] = [
  {
    ...{ ...ON_SELECTING, doing: within() },
    things: {
      Lasso: ['Select by a lasso', 'freehand selection, free select'],
      Box: ['Select by a box', 'marquee, rectangular selection, box select'],
      Part: [
        'Select a part of a line, cut where it is touched',
        'cut a line, split stroke, scissors, knife, break line, select segment',
      ],
    },
  },
  {
    ...{ ...ON_SELECTING, doing: within('Reach …') },
    things: {
      'Cut lines where the lasso crosses them': 'cut strokes, split at selection, partial selection',
      'Every pass': ['Select on every pass', 'select all layers, select across layers, sample all layers'],
    },
  },
  {
    ...{ ...ON_SELECTING, doing: within('Reach …'), when: SELECTED },
    things: {
      'Its part': ['Select its part: the paint, and the lines round it', 'grow to region, select shape'],
      'What touches it too': 'grow selection, select connected',
      'Onto a level of its own, with its exposures': [
        'What is selected onto a level of its own',
        'selection to new layer, cut to new layer, extract part',
      ],
    },
  },
  {
    ...{ ...ON_SELECTING, doing: within('Shape …'), when: SELECTED },
    things: {
      'Flip across': ['Flip what is selected across', 'flip horizontally, mirror selection, flip left right'],
      'Flip down': ['Flip what is selected down', 'flip vertically, flip upside down'],
      'Stretch along the axis': [
        'Stretch what is selected, its area kept',
        'squash, stretch, squash and stretch, smear, smear frame, distort, elongate',
      ],
      'How much of a move each drawing gets': [
        'How much of a move each drawing gets',
        'move across frames, animate selection, transform all frames, fade',
      ],
    },
  },
  {
    ...{ ...ON_SELECTING, doing: within('Change …'), when: SELECTED },
    things: {
      'In the colour in hand': [
        'What is selected in the colour in hand',
        'recolour, change line colour, change colour of selection, repaint',
      ],
      'Finer lines': ['Finer lines', 'thinner lines, reduce line width'],
      'Heavier lines': 'thicker lines, thicken, bolder',
      'Steadier lines': ['Steadier lines', 'smooth selected line, simplify, smooth stroke, optimise'],
      'Join to one line': 'join strokes, weld, connect lines, merge strokes, group',
      'Close: lead them back': ['Close lines: lead them back to their beginning', 'close path, close shape'],
      'In front of all': ['What is selected in front of all', 'bring to front, bring forward, arrange'],
      'Behind all': ['What is selected behind all', 'send to back, send backward, arrange'],
      'Onto the line pass': [
        'What is selected onto another pass',
        'move to layer, send to pass, move selection to layer',
      ],
    },
  },
  {
    ...{ ...ON_SELECTING, doing: within('Copy …') },
    things: {
      'Copy (Ctrl+C)': ['Copy what is selected', 'copy selection, copy, duplicate selection'],
      'Cut out': ['Cut out what is selected', 'cut selection, cut'],
      'Paste in place': 'paste, paste selection',
      'Paste mirrored': 'mirror paste, paste flipped',
      'All of this pass': ['Select all of this pass', 'select all, ctrl a, select everything'],
    },
  },
]
const FOLLOWING: readonly Where[] = [
  {
    ...{ lives: 'Draw, pins', guide: 'charts', doing: { is: 'command', id: 'pin' } },
    things: {
      'New landmark': 'add tracker, new tracking point, add marker, pivot, pivot point, centre point, joint, let go',
      'Follow on': [
        'Follow a landmark on by itself',
        'auto track, track motion, tracking, motion tracking, propose pins, pin on',
      ],
    },
  },
  {
    ...{ lives: 'Draw, camera', guide: 'camera', doing: { is: 'command', id: 'camera' } },
    things: {
      'Middle of the field, across': [
        'Where the camera looks',
        'pan, camera position, truck left, tracking shot, pan left',
      ],
      'Key here': ['A key of the camera at this frame', 'camera keyframe, set camera key, camera move'],
      'All of it': ['The camera sees all of the paper', 'reset camera, camera off, default camera'],
    },
  },
  {
    ...{
      lives: 'Draw, camera',
      guide: 'camera',
      doing: { is: 'command', id: 'camera' },
      when: 'a key of the camera is here',
    },
    things: {
      'How it goes on from here': ['How the camera goes on from a key', 'camera easing, ease camera, camera speed'],
    },
  },
  {
    ...{ lives: 'Draw, rulers', guide: 'rulers', doing: { is: 'command', id: 'ruler' } },
    things: {
      'Kind to lay': [
        'Kind of ruler to lay',
        'grid, perspective, symmetry, circle guide, construction lines, thirds grid',
      ],
    },
  },
]

/** What is done in the panels and trays round the paper. */
export const TABLE: readonly Where[] = [
  UNDER_LIGHT,
  ...SEEING,
  ...PENCIL_TRAY,
  PAINT,
  UNSURE,
  TOUCHED,
  FOLLOWED_ON_FILM,
  ...SELECTING,
  ...FOLLOWING,
]
