/** What students of Brindlemere wrote about houses on a flood plain, the better they know it the further down. */
export const floodPlain = [
  'I would build them.',
  'No because of floods.',
  'no, because of floods',
  'Land is cheap so the houses are cheap. But the river could flood them. I would not build.',
  'For: cheap land near the town. Against: the houses can be flooded and then people lose everything. I would say no.',
  'Building is cheaper there, and young families could afford it. But every few years the river needs that room, and houses and cars would be ruined. If the plain is built over, the water goes somewhere else and floods the next village. I would keep it as a meadow and build on the hill even if it costs more.',
  'A reason for it is the price of the land. Against it: floods, and nobody will insure the houses. I decide against it, because a cheap house that is under water is not cheap.',
  'For it speaks that the town needs homes and the land costs little. Against it: the plain is where the river puts its water in spring, so houses there are flooded, and walls to protect them push the flood down the valley. I would not build there and would look for empty plots in the town first.',
] as const;
