import { several, short, single, trueFalse, type DemoItem } from './build';
import { ask, essay, gaps, grid, match, order, page, sort, twoParts, words } from './kinds';

const on = (passage: string, items: DemoItem[]) => items.map((own) => ({ ...own, passage }));

export const moreReading: DemoItem[] = [
  ...on('lighthouse', [
    single('RE.5.IDE.1', 2, 60, 'What is the passage mainly about?', 'How a keeper lived through a storm, and what he wrote down', [['How a lighthouse is built', 'Names something that is not told.'], ['Why newspapers are important', 'Takes one sentence for the whole.'], ['How food is kept on an island', 'Takes a detail for the subject.']], 'Every paragraph is about the keeper and his notebook.'),
    single('RE.6.INF.1', 2, 60, 'Why did the keeper ask for the newspaper first?', 'He had missed news more than food.', [['He had nothing left to eat and was ashamed.', 'Goes against what he wrote about the beans.'], ['He wanted to light the lamp with it.', 'Invents a use.'], ['He had written in it.', 'Mixes it up with the notebook.']], '“I could guess how long the beans would last. I could not guess the news.”'),
    words('RE.5.INF.1', 2, 'Choose the words that show that he had enough to eat.', '[The lighthouse had no harbour.] [“The beans will last.”*] [“The light has not failed once.”] [He asked for the newspaper before he asked for supper.*]', 'Both sentences say that food was not what he lacked.'),
    order('RE.7.IDE.1', 1, 'Put what happens in order.', ['The storm begins.', 'He writes that the beans will last.', 'The supply boat comes.', 'The notebook goes to a museum.'], ['first', 'last'], 'The passage tells it in this order.'),
    grid('RE.6.INF.1', 2, 'Does the passage say it, or only suggest it?', ['says it', 'suggests it'], [['The lighthouse had no harbour.', 'says it'], ['The keeper was lonely.', 'suggests it'], ['Visitors like the third lines best.', 'suggests it'], ['The notebook is in a museum.', 'says it']], 'That he was lonely and what visitors like is left for the reader to work out.'),
    essay('RE.7.INF.1', 3, 'Why do you think nearly all visitors stop at the third lines? Use the passage.', 'A sensible reason, and at least one detail from the passage that supports it.', 4, 100),
    short('RE.5.IDE.1', 1, 40, 'In which paragraph do we learn what the keeper wrote each evening? Write its number.', ['2', 'two', 'paragraph 2'], 'Paragraph 2 names the three lines.'),
  ]),
  ...on('meadow', [
    sort('RE.8.IDE.1', 2, 'Whose argument is it?', { 'Ms. Adler': ['Circling cars harm the air.', 'Gravel lets water through.'], 'Mr. Okoye': ['The meadow keeps floods from the houses.', 'There is room behind the school.'] }, ['Parking should be free.'], 'Nobody writes about what parking costs.'),
    single('RE.7.ARG.1', 2, 60, 'What does Mr. Okoye mean with the sieve?', 'Gravel lets water through only until mud fills it.', [['Gravel should be sieved before use.', 'Takes the picture for advice.'], ['The meadow is full of holes.', 'Takes the picture for a description.'], ['Ms. Adler should count again.', 'Reads an insult into it.']], 'He answers her point about gravel with a comparison.'),
    grid('RE.6.ARG.1', 1, 'Fact or opinion?', ['fact', 'opinion'], [['Each spring the Brindle rises.', 'fact'], ['A quiet parking lot would do less harm.', 'opinion'], ['Forty cars circle the square on market days.', 'fact'], ['Let us use the school’s lot first.', 'opinion']], 'A fact can be checked; an opinion is a judgment.'),
    several('RE.8.ARG.1', 3, 70, 'Which reasons speak directly to whether the meadow should be built on?', ['The meadow takes up water when the river rises.', 'The meadow cannot be used for three months a year.'], [['Ms. Adler can count well.', 'Is about the writer, not the plan.'], ['The river is called the Brindle.', 'Is true, but no reason.']], 'A relevant reason bears on the question itself.'),
    twoParts(
      single('RE.7.ARG.1', 2, 50, '', 'That parking is needed on market days', [['That the meadow never floods', 'Goes against her own letter.'], ['That the school should move', 'Nobody writes this.']], 'Forty cars circle because there is no room. '),
      single('RE.7.ARG.1', 3, 60, '', 'He agrees that room is needed and names another place.', [['He says that nobody needs to park.', 'Overlooks his last sentences.'], ['He does not answer it.', 'Overlooks the school.']], 'He offers the lot behind the school.'),
      ['What does Ms. Adler claim first?', 'How does Mr. Okoye answer that claim?'], 'Compare the two letters.', true),
    essay('RE.8.IDE.1', 4, 'Both writers speak of water. How does each of them use it to make a point? Which use convinces you more, and why?', 'Names both uses (gravel lets it through; the meadow drinks the flood), compares them, and gives a reason for a choice.', 6, 180),
  ]),
  ...on('landing', [
    short('RE.5.INF.1', 1, 40, 'Which line says when the ferry does not cross? Write its number.', ['4', 'four', 'line 4'], 'Line 4: when the river stands above the red mark.'),
    single('RE.5.INF.1', 2, 50, 'A woman with a handcart and a child of four wants to cross. For how many persons does she pay?', 'Two', [['One', 'Forgets the handcart.'], ['Three', 'Lets the child pay.'], ['None', 'Mixes handcarts up with bicycles.']], 'Herself and the handcart; the child is free.'),
    trueFalse('RE.5.INF.1', 1, 30, 'On a Saturday in June the ferry crosses four times an hour.', true, 'Reads only the second line.', 'Saturday is market day: every quarter of an hour.'),
    gaps('RE.6.INF.1', 1, 'Complete by the notice.', 'Whoever waits on the other side rings the bell {once|twice|three times}. A lost umbrella is kept in the {mill|hut|school} for {a year|a month|a week}.', 'Lines 5 and 10.'),
    several('RE.8.INF.1', 3, 60, 'What does the writer of the notice take for granted?', ['Readers know what the red mark is.', 'Readers know where the mill is.'], [['Geese can swim.', 'Is true, but the notice does not rest on it.'], ['The ferry runs in January.', 'Goes against line 1.']], 'Neither is explained.'),
  ]),
  match('RE.6.WOR.1', 1, 'Match each word part with what it means.', [['re-', 'again'], ['un-', 'not'], ['-less', 'without'], ['sub-', 'under']], ['before'], 'Think of rewrite, unlucky, hopeless, submarine.'),
  words('RE.8.WOR.1', 2, 'Choose the words that are meant in another than their plain sense.', 'The meeting [dragged its feet*]. Outside [the rain fell], and [the wind had a sharp tongue*]. At nine [the speaker rose].', 'Meetings have no feet and winds no tongues.'),
  gaps('RE.5.WOR.1', 1, 'Choose the word that fits.', 'The path was so {narrow|wide|short} that two could not walk side by side. The old man was {frugal|generous|wealthy}: he mended every sock and wasted nothing.', 'The rest of the sentence shows the meaning.'),
  order('RE.7.WOR.1', 2, 'Put the words in order of strength.', ['cool', 'cold', 'freezing'], ['weakest', 'strongest'], 'Each says more than the one before.'),
  ask('RE.6.IDE.1', 'What did you read last that you would recommend, and why?', []),
  page('RE.8.IDE.1', '<p><strong>Two texts on one subject</strong></p><p>You will read two letters. For each question, look at both before you answer.</p>'),
]; // prettier-ignore
