/** Passages that items ask about, each with an easier version where one was written. */
import type { PassageContent } from '@oaken/core/passages';

const body = (text: string) =>
  text
    .trim()
    .split(/\n\s*\n/)
    .map((piece) => `<p>${piece.trim().replace(/\s+/g, ' ')}</p>`)
    .join('');

export const passages: Record<string, PassageContent> = {
  lighthouse: {
    title: 'The keeper’s notebook',
    numbering: 'paragraphs',
    source: 'Written for this bank',
    body: body(`
      The lighthouse on Tollan Rock had no harbour. In calm weather a boat could come close, and the keeper let a basket
      down on a rope. In rough weather nobody came at all.

      Every evening the keeper, Tam Orrin, wrote three lines in his notebook: the wind, the ships he had seen, and one
      thing that had pleased him. On the ninth day of a storm the third line read: “The beans will last. The light has
      not failed once.”

      When the storm ended, the supply boat found him polishing the lamp. He asked for the newspaper before he asked for
      supper. “I could guess how long the beans would last,” he said. “I could not guess the news.”

      The notebook lies in the museum of Brindlemere. Visitors leaf past the winds and the ships. Nearly all of them stop
      at the third lines.`),
    easier: body(`
      The lighthouse on Tollan Rock had no harbour. In calm weather a boat came close. In rough weather nobody came.

      Every evening the keeper, Tam Orrin, wrote three lines: the wind, the ships, and one thing that had pleased him. On
      the ninth day of a storm he wrote: “The beans will last. The light has not failed once.”

      After the storm he asked for the newspaper before he asked for supper.

      The notebook lies in a museum now. Most visitors stop at the third lines.`),
  },
  meadow: {
    title: 'Two letters about Low Meadow',
    numbering: 'paragraphs',
    source: 'Written for this bank',
    body: body(`
      <strong>From Ms. Adler.</strong> The town wants to build a parking lot on Low Meadow. I have counted: on market days
      forty cars circle the square because there is no room. Forty engines that run for ten minutes do more harm to the air
      than a quiet parking lot would.

      The meadow floods each spring, so nobody can use it for three months anyway. A parking lot of gravel would let the
      water through.

      <strong>From Mr. Okoye.</strong> Each spring the Brindle rises, and each spring the meadow drinks it. Two years ago
      the water stood a hand’s breadth below the doorsteps of Mill Lane. Where will it go when the meadow is packed hard?

      Gravel lets water through, writes Ms. Adler. So does a sieve, until it is pressed full of mud. There is room for
      forty cars behind the school every Saturday. Let us use that first.`),
    easier: '',
  },
  landing: {
    title: 'Notice at the ferry landing',
    numbering: 'lines',
    source: 'Written for this bank',
    body: [
      'The ferry runs from 1 April to 31 October.',
      'First crossing at 7:00, last crossing at 19:00, every half hour.',
      'On market days (Saturday) it runs every quarter of an hour.',
      'No crossing when the river stands above the red mark on the post.',
      'Ring the bell once to call the ferry from the other side.',
      'Bicycles cross free; handcarts pay as for one person.',
      'Children under six cross free with an adult.',
      'Animals must be led. Geese must be carried.',
      'The hut is for waiting, not for sleeping.',
      'Lost things are kept for a year in the mill.',
    ]
      .map((text) => `<p>${text}</p>`)
      .join(''),
    easier: '',
  },
};
