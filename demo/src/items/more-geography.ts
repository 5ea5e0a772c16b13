import { heard, shownPicture } from '../media';
import { number, several, short, single, trueFalse, type DemoItem } from './build';
import { ask, essay, gaps, grid, match, order, page, places, sketch, sort, twoParts, words } from './kinds';

const town =
  'A town on a grid of four rows, numbered 1 to 4 from the bottom, and five columns, A to E from the left. The mill is in the first column of the top row; the well in the third column of the row below it; the market in the second column and the tower in the fifth column of the bottom row.';
const hill =
  'Contour lines at 100, 120, 140 and 160 m around a top of 172 m. From one line to the next it is about 1 mm at A in the west, 8 mm at B in the east and 4 mm at C in the north.';
const valley =
  'A map. A line runs from place 1 in the hills at the upper left through place 2 to place 3 at the lower right, where it widens. A thinner line runs from place 4 at the top down to place 2.';

export const moreGeography: DemoItem[] = [
  places('GE.5.MAP.1', 1, 'Choose what stands in square C3.', 'grid', town, [['The mill', 100, 80, 30], ['The well', 260, 172, 30], ['The market', 190, 307, 34], ['The tower', 424, 312, 34]], ['The well'], 'Column C, row 3: the well.'),
  short('GE.5.MAP.1', 1, 40, `${shownPicture('grid', town, 400)}<p>In which square is the mill?</p>`, ['A4', '4A'], 'Column A, row 4.'),
  match('GE.5.MAP.1', 1, 'Match each part of a map with what it is for.', [['key', 'says what the signs mean'], ['compass rose', 'shows where north is'], ['scale', 'tells distances'], ['grid', 'helps to find a place']], ['says who drew the map'], 'Every map tells how it is to be read.'),
  twoParts(
    number('GE.6.MAP.1', 2, 50, '', '2', '4 cm × 50,000 = 200,000 cm = 2 km. ', { units: [{ name: 'km', factor: 1 }] }),
    number('GE.6.MAP.1', 2, 50, '', '30', '2 km at 4 km an hour take half an hour.', { units: [{ name: 'min', factor: 1 }, { name: 'minutes', factor: 1 }] }),
    ['How far is it in kilometres?', 'How many minutes is that on foot, at 4 km an hour?'], 'On a map of 1 : 50,000 the way from the station to the lake is 4 cm long.', true),
  number('GE.6.MAP.1', 2, 60, 'Two towers are 12 km apart. How many centimetres is that on a map of 1 : 200,000?', '6', '12 km = 1,200,000 cm, and 1,200,000 ÷ 200,000 = 6.', { units: [{ name: 'cm', factor: 1 }] }),
  places('GE.7.MAP.1', 2, 'From which side is the hill steepest?', 'contours', hill, [['The west side', 92, 200, 30], ['The east side', 490, 200, 30], ['The north side', 290, 75, 30]], ['The west side'], 'Where the lines lie closest, the slope is steepest.'),
  number('GE.7.MAP.1', 2, 50, `${shownPicture('contours', hill, 400)}<p>How many metres does one climb from the 100 m line to the top?</p>`, '72', '172 − 100 = 72.', { units: [{ name: 'm', factor: 1 }] }),
  sketch('GE.7.MAP.1', 2, 'Draw contour lines for a hill that is steep in the north and gentle in the south.', 'Closed lines, close together at the top of the sheet (north), far apart in the south, heights written on them.'),
  sort('GE.8.MAP.1', 2, 'Which map would you take for which question?', { 'a map with contour lines': ['How steep is the path?', 'Which side of the hill is sheltered?'], 'a map of land use': ['Where are the factories?', 'How much of the town is green?'] }, [], 'Maps answer the questions that they were drawn for.', 'each-right'),

  match('GE.5.LAN.1', 1, 'Match the parts of a river.', [['source', 'where it begins'], ['mouth', 'where it ends'], ['tributary', 'a smaller river that joins it'], ['meander', 'a wide bend']], ['a wall that holds it back'], 'A wall that holds a river back is a dam.'),
  places('GE.5.LAN.1', 1, 'Where do the two rivers meet?', 'valley', valley, [['Place 1', 62, 62, 22], ['Place 2', 254, 174, 22], ['Place 3', 556, 348, 22], ['Place 4', 330, 64, 22]], ['Place 2'], 'A smaller river joins the larger one at 2.'),
  order('GE.6.LAN.1', 1, `${shownPicture('valley', valley, 400)}<p>Put the places in the order in which water passes them, from the hills.</p>`, ['place 1', 'place 2', 'place 3'], ['first', 'last'], 'From the hills past the meeting of the rivers to the sea.', 'all-or-nothing'),
  gaps('GE.6.LAN.1', 2, 'A river’s bend', 'On the outside of a bend the water flows {faster|more slowly} and {wears the bank away|drops sand}. On the inside it {drops sand|wears the bank away}. In time the bend becomes {wider|straighter}.', 'Fast water carries, slow water drops.'),
  words('GE.6.LAN.1', 2, 'Choose what the river has carried and dropped.', 'At the bend lies [a beach of small pebbles*]. Behind it stand [willows], and after each flood [a skin of mud*] covers [the footpath]. At the lake it has built [a fan of sand*].', 'Pebbles, mud and sand were carried by the river.'),
  order('GE.7.LAN.1', 2, 'Put the story of a sea arch in order.', ['Waves open a crack in the headland.', 'The crack becomes a cave.', 'The cave breaks through and is an arch.', 'The roof falls and a stack remains.'], ['first', 'last'], 'Crack, cave, arch, stack.'),
  single('GE.7.LAN.1', 1, 40, `<p>${heard('bell', 'Signal')}</p><p>A bell buoy rings by itself at sea. What makes it ring?</p>`, 'The waves', [['The wind in its sails', 'Thinks of a boat.'], ['A clockwork', 'Overlooks “by itself at sea”.'], ['The tide turning', 'Takes the tide for something that strikes.']], 'Waves rock the buoy and swing the bell.'),
  grid('GE.8.LAN.1', 2, 'Does it make floods in a valley more or less likely?', ['more likely', 'less likely'], [['A forest is cut down.', 'more likely'], ['A meadow by the river is kept free.', 'less likely'], ['A stream is straightened.', 'more likely'], ['Ponds are dug that fill in rain.', 'less likely']], 'Whatever slows water down helps the valley.'),
  essay('GE.8.LAN.1', 3, 'A town wants to build houses on a flood plain because land is cheap there. Give one reason for and two reasons against, and say what you would decide.', 'One point for the reason for, one each for two reasons against, one for a decision that follows from them.', 4, 150, [['Reasons', [[3, 'one for and two against'], [2, 'two reasons'], [1, 'one reason'], [0, 'none']]], ['Decision', [[1, 'follows from the reasons'], [0, 'is missing, or does not follow']]]]),

  sort('GE.5.PEO.1', 1, 'Why did people settle there?', { 'water and food': ['a spring that never dries', 'good soil'], 'trade and travel': ['a ford in the river', 'a crossing of two roads'] }, ['a fine view'], 'A fine view alone has hardly ever made a village.'),
  number('GE.6.PEO.1', 1, 50, 'An island of 15 km² has 4,500 people. How many people live on one square kilometre?', '300', '4,500 ÷ 15 = 300.'),
  order('GE.6.PEO.1', 2, 'Put the places in order of population density.', ['Moorland: 200 people on 100 km²', 'Farmland: 1,000 people on 20 km²', 'Small town: 9,000 people on 30 km²', 'City: 80,000 people on 40 km²'], ['lowest', 'highest'], 'Densities: 2, 50, 300 and 2,000.'),
  grid('GE.7.PEO.1', 1, 'Does it push people away or pull them in?', ['push', 'pull'], [['The mine has closed.', 'push'], ['A new college opens.', 'pull'], ['The well has run dry.', 'push'], ['Relatives live there.', 'pull']], 'A push is felt where people are, a pull where they want to go.'),
  words('GE.7.PEO.1', 2, 'Choose the reasons that push people away.', 'The Lenz family left the valley because [the harvest had failed twice*] and [the road was closed every winter*]. In the town [there was work], and [an aunt had a spare room].', 'Failed harvests and a closed road are troubles of the place that they left.'),
  order('GE.8.PEO.1', 2, 'Put the uses of a harbour quarter in the order of time.', ['fishing boats land their catch', 'a steel works is built', 'the works close and the halls stand empty', 'the halls become flats and studios'], ['earliest', 'latest'], 'Old uses give way to new ones.'),
  essay('GE.8.PEO.1', 3, 'Choose a street that you know. What was it used for in the past, what is it used for now, and what might it be in 30 years? Give reasons.', 'Past use, present use, a sensible future use, and a reason for at least one change.', 4),

  sort('GE.5.RES.1', 1, 'Renewable or not?', { renewable: ['wind', 'sunlight', 'wood from a tended forest'], 'runs out': ['coal', 'natural gas'] }, [], 'What comes back as quickly as it is used is renewable.'),
  order('GE.6.RES.1', 1, 'Put the way of a wooden chair in order.', ['a tree is felled', 'the trunk is sawn into boards', 'the boards are dried', 'a joiner makes the chair', 'the chair is sold'], ['first', 'last'], 'From raw material to use.'),
  match('GE.6.RES.1', 1, 'Match each product with its raw material.', [['glass', 'sand'], ['linen', 'flax'], ['bricks', 'clay'], ['paper', 'wood']], ['coal'], 'Coal is burned, not made into any of these.'),
  gaps('GE.7.RES.1', 2, 'Making electricity', 'A wind farm needs {no fuel|much fuel}, but gives {little|a lot} on calm days. A gas power station gives electricity {at any time|only by day}, but puts {carbon dioxide|dust from the sea} into the air.', 'Each way has costs and benefits.'),
  several('GE.7.RES.1', 2, 60, 'Which are benefits of a dam that makes electricity?', ['It needs no fuel.', 'It can be turned up quickly when much is needed.'], [['It leaves the river as it was.', 'Overlooks what happens to the valley.'], ['It works without water.', 'States what is not so.']], 'Water drives it, and the lake stores it.'),
  trueFalse('GE.6.RES.1', 1, 30, 'A product’s raw material always comes from the country where the product is made.', false, 'Thinks that things are made where they grow.', 'Raw materials are carried round the world.'),
  twoParts(
    number('GE.8.RES.1', 2, 60, '', '120', '200 − 80 = 120. '),
    single('GE.8.RES.1', 3, 60, '', 'Take at most 80 trees a year.', [['Plant nothing and take 200.', 'Uses the forest up.'], ['Take 120 trees a year.', 'Still takes more than grows.']], 'What is taken must not be more than what grows.'),
    ['By how many trees a year does the forest shrink?', 'What would let the village use the forest without using it up?'], 'Each year 80 trees grow up in a forest, and 200 are cut.', false),
  ask('GE.5.MAP.1', 'Have you ever found your way with a paper map?', ['Yes, often', 'Once or twice', 'Never']),
  page('GE.7.MAP.1', `<p><strong>How to read contour lines</strong></p>${shownPicture('contours', hill, 400)}<p>Every line joins places of the same height. Lines that lie close together mean a steep slope.</p>`),
]; // prettier-ignore
