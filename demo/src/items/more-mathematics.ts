import { dayPoints, scatterWords, shownPicture } from '../media';
import { f, number, several, short, single, trueFalse, type DemoItem } from './build';
import { ask, essay, gaps, grid, match, order, page, photo, places, sketch, sort, twoParts } from './kinds';

const cm3 = {
  units: [
    { name: 'cm³', factor: 1 },
    { name: 'cm^3', factor: 1 },
  ],
};
const metre = {
  units: [
    { name: 'm', factor: 1 },
    { name: 'cm', factor: 0.01 },
  ],
};
const dollars = {
  units: [
    { name: '$', factor: 1 },
    { name: 'dollars', factor: 1 },
  ],
};

export const moreMathematics: DemoItem[] = [
  match('MA.5.NUM.1', 2, 'Match each sum with its value.', [[f('\\frac{1}{2}+\\frac{1}{4}'), f('\\frac{3}{4}')], [f('\\frac{1}{3}+\\frac{1}{6}'), f('\\frac{1}{2}')], [f('\\frac{2}{3}+\\frac{1}{6}'), f('\\frac{5}{6}')]], [f('\\frac{2}{6}')], 'Bring both fractions to one denominator before adding.'),
  order('MA.5.NUM.1', 2, 'Put these fractions in order.', [f('\\frac{1}{6}'), f('\\frac{1}{4}'), f('\\frac{1}{2}'), f('\\frac{2}{3}')], ['smallest', 'largest'], 'In twelfths they are 2, 3, 6 and 8.'),
  order('MA.5.NUM.2', 1, 'Put these in order of size.', ['0.304', '0.34', '0.4', '3.4'], ['smallest', 'largest'], 'Compare tenths first, then hundredths, then thousandths.'),
  gaps('MA.5.NUM.2', 1, 'Complete the sentences.', 'Multiplying 0.62 by 100 gives {62|6.2|620}. Dividing 7.5 by 10 gives {0.75|75|0.075}. Every step to the left makes a digit worth {ten times as much|a tenth as much|one more}.', 'Each place is worth ten times the one to its right.'),
  number('MA.5.NUM.1', 2, 60, `A jug holds ${f('1\\frac{1}{2}')} L. ${f('\\frac{3}{4}')} L are poured out. How many litres are left?`, '3/4', `${f('1\\frac{1}{2} = \\frac{6}{4}')}, and six quarters less three quarters leave three.`),
  number('MA.5.NUM.1', 2, 60, `A fence of ${f('\\frac{5}{6}')} km is painted for ${f('\\frac{1}{3}')} km. What length is still to be painted, in kilometres?`, '1/2', `${f('\\frac{5}{6}-\\frac{2}{6}=\\frac{3}{6}=\\frac{1}{2}')}.`),
  number('MA.6.NUM.1', 2, 60, `How many bags of ${f('\\frac{2}{5}')} kg can be filled from 6 kg of sand?`, '15', `${f('6 \\div \\frac{2}{5} = 6 \\times \\frac{5}{2} = 15')}.`),
  places('MA.6.NUM.2', 1, 'Point P on the number line is a negative number. Choose it.', 'line', 'A number line from minus 6 to 6 with two marked points', [['The left marked point', 169, 70, 22], ['The right marked point', 427, 70, 22], ['The zero mark', 298, 70, 22]], ['The left marked point'], 'Negative numbers lie to the left of zero.'),
  number('MA.6.NUM.2', 2, 60, `${shownPicture('line', 'A number line from minus 6 to 6. Point P is three marks left of zero, point Q three marks right of it.')}<p>How far apart are P and Q?</p>`, '6', 'From −3 to 0 are three, and three more to 3.'),
  order('MA.6.NUM.2', 1, 'Put these temperatures in order.', ['−12 °C', '−5 °C', '0 °C', '3 °C'], ['coldest', 'warmest'], 'The further left on the line, the colder.', 'all-or-nothing'),
  grid('MA.7.NUM.1', 2, 'Is the result positive or negative?', ['positive', 'negative'], [['−4 × 6', 'negative'], ['−15 ÷ (−3)', 'positive'], ['−8 + 13', 'positive'], ['5 − 11', 'negative']], 'Two negative factors make a positive product; one makes a negative one.'),
  match('MA.8.NUM.1', 2, 'Match each number with its scientific notation.', [['52,000', f('5.2 \\times 10^{4}')], ['0.0052', f('5.2 \\times 10^{-3}')], ['5,200,000', f('5.2 \\times 10^{6}')]], [f('5.2 \\times 10^{3}')], 'Count the places that the decimal sign moves.'),
  number('MA.8.NUM.1', 2, 70, `Work out ${f('(3 \\times 10^{4}) \\times (2 \\times 10^{3})')}.`, '60000000', `${f('6 \\times 10^{7}')} is 60 million.`),

  sort('MA.6.RAT.1', 2, 'Sort the ratios by what they equal.', { [f('1 : 2')]: ['3 : 6', '12 : 24', '50 : 100'], [f('2 : 3')]: ['4 : 6', '10 : 15', '18 : 27'] }, ['3 : 5'], 'Bring each ratio to lowest terms.'),
  number('MA.6.RAT.1', 2, 60, 'A paint is mixed from blue and white in the ratio 2 : 5. How many litres of white go with 6 litres of blue?', '15', '6 is three times 2, so white is three times 5.'),
  gaps('MA.6.RAT.1', 1, 'A class has 12 girls and 16 boys.', 'The ratio of girls to boys is {3 : 4|4 : 3|12 : 28}. The ratio of girls to all is {3 : 7|3 : 4|4 : 7}.', 'Girls to boys compares parts; girls to all compares a part with the whole.'),
  number('MA.6.RAT.2', 2, 60, 'A tap fills 18 litres in 4 minutes. How many litres does it fill in one minute?', '4.5', '18 ÷ 4 = 4.5.', { units: [{ name: 'L', factor: 1 }, { name: 'litres', factor: 1 }] }),
  number('MA.6.RAT.2', 2, 70, 'Six tickets cost $45. What do ten tickets cost, in dollars?', '75', 'One ticket costs $7.50.', dollars),
  twoParts(
    number('MA.6.RAT.2', 2, 60, '', '3.2', '16 ÷ 5 = 3.2. '),
    number('MA.6.RAT.2', 2, 60, '', '25.6', '8 × 3.2 = 25.6.'),
    ['How many kilometres does she walk in one hour?', 'At that speed, how many kilometres does she walk in 8 hours?'],
    'A surveyor walks 16 km along the Brindle in 5 hours, at a steady speed.', true),
  single('MA.6.RAT.2', 3, 80, 'Shop A: 5 erasers for $8. Shop B: 7 erasers for $10.50. Shop C: 3 erasers for $5.10. Where is one eraser cheapest?', 'Shop B', [['Shop A', 'Compares what is left over, not the price of one.'], ['Shop C', 'Takes the lowest total for the lowest price.'], ['They cost the same', 'Sees that more costs more and stops there.']], 'One costs $1.60, $1.50 and $1.70.'),
  number('MA.6.RAT.3', 2, 60, 'A jacket of $80 is 15 % off. What is taken off, in dollars?', '12', '15 % of 80 is 0.15 × 80.', dollars),
  number('MA.6.RAT.3', 3, 80, '18 pupils are 24 % of a grade. How many pupils has the grade?', '75', '18 ÷ 0.24 = 75.'),
  match('MA.6.RAT.3', 1, 'Match each percent with its fraction.', [['25 %', f('\\frac{1}{4}')], ['40 %', f('\\frac{2}{5}')], ['12.5 %', f('\\frac{1}{8}')]], [f('\\frac{1}{5}')], 'Write the percent over 100 and simplify.'),
  grid('MA.7.RAT.1', 2, 'Is y proportional to x?', ['proportional', 'not proportional'], [['y = 4x', 'proportional'], ['y = 4x + 1', 'not proportional'], ['x: 2, 4, 6; y: 5, 10, 15', 'proportional'], ['x: 1, 2, 3; y: 1, 4, 9', 'not proportional']], 'Proportional means that y ÷ x is always the same.'),
  number('MA.7.RAT.2', 3, 80, 'A price of $50 rises by 20 % and then falls by 20 %. What is it then, in dollars?', '48', '50 → 60 → 48: the second 20 % is of more.', dollars),
  essay('MA.7.RAT.2', 3, 'A shop raises a price by 10 % and a week later lowers it by 10 %. Sam says: “It costs the same as before.” Is Sam right? Explain with an example.', 'Full points: says no, gives an example with numbers, and explains that the two percents are of different amounts.', 4, 120),
  number('MA.8.RAT.1', 2, 60, 'A line goes through (2, 5) and (6, 17). What is its slope?', '3', '(17 − 5) ÷ (6 − 2) = 3.'),

  gaps('MA.5.ALG.1', 1, 'Follow the order of operations.', `${f('3 + 4 \\times 2')} = {11|14|24}, but ${f('(3 + 4) \\times 2')} = {14|11|9}.`, 'Multiplication comes before addition, unless brackets say otherwise.'),
  order('MA.5.ALG.1', 2, `In which order are these worked out in ${f('20 - (2 + 3) \\times 2')}?`, ['2 + 3', '5 × 2', '20 − 10'], ['first', 'last'], 'Brackets, then multiplication, then subtraction.', 'all-or-nothing'),
  match('MA.6.ALG.1', 1, 'Match the words with the expressions.', [['five more than n', 'n + 5'], ['five times n', '5n'], ['n shared among five', 'n ÷ 5']], ['5 − n'], '“More than” adds, “times” multiplies, “shared among” divides.'),
  number('MA.6.ALG.1', 1, 45, `What is ${f('3a + 2b')} for a = 4 and b = 5?`, '22', '12 + 10 = 22.'),
  order('MA.7.ALG.1', 2, `Put the steps of solving ${f('4x - 7 = 21')} in order.`, ['Add 7 on both sides.', '4x = 28', 'Divide both sides by 4.', 'x = 7'], ['first', 'last'], 'Undo the subtraction first, then the multiplication.'),
  number('MA.7.ALG.1', 2, 60, `Solve ${f('\\frac{x}{3} + 2 = 9')}.`, '21', 'x ÷ 3 = 7, so x = 21.'),
  number('MA.8.ALG.1', 2, 70, `Solve ${f('7x - 4 = 3x + 16')}.`, '5', '4x = 20.'),
  photo('MA.8.ALG.1', 3, `Solve ${f('2(x + 5) = 5x - 8')} on paper. Show every step and check your solution. Add a photo.`, 'One point each for removing the bracket, collecting terms, x = 6, and a check in the first equation.'),

  number('MA.5.GEO.1', 1, 60, `${shownPicture('box', 'A box 6 cm wide, 4 cm high and 3 cm deep', 320)}<p>What is the volume of the box, in cubic centimetres?</p>`, '72', '6 × 4 × 3 = 72.', cm3),
  single('MA.5.GEO.1', 2, 60, 'A box is 5 cm long, 4 cm wide and 3 cm high. How many cubes with an edge of 1 cm fit into it?', '60', [['12', 'Adds the edges.'], ['20', 'Counts only the lowest layer.'], ['94', 'Works out the surface.']], '5 × 4 cubes lie in a layer, and there are 3 layers.'),
  number('MA.6.GEO.1', 2, 60, 'A triangle has a base of 10 cm and a height of 7 cm. What is its area in square centimetres?', '35', 'Half of 10 × 7.'),
  sketch('MA.6.GEO.1', 2, 'Draw a triangle and a rectangle that have the same area. Write the lengths beside them.', 'Any pair whose base × height ÷ 2 equals length × width; lengths must be written.'),
  number('MA.7.GEO.1', 2, 60, 'A plan has the scale 1 : 50. A room is 9 cm long on it. How long is the room in metres?', '4.5', '9 × 50 cm = 450 cm.', metre),
  number('MA.8.GEO.1', 2, 60, `${shownPicture('triangle', 'A right triangle with legs of 8 m and 6 m', 320)}<p>How long is the side marked “?”, in metres?</p>`, '10', `${f('8^2 + 6^2 = 100')}.`, metre),
  single('MA.8.GEO.1', 2, 60, 'Which three lengths make a right triangle?', '5 cm, 12 cm, 13 cm', [['4 cm, 5 cm, 6 cm', 'Takes any three numbers in a row.'], ['6 cm, 7 cm, 13 cm', 'Adds the lengths, not their squares.'], ['5 cm, 5 cm, 10 cm', 'Thinks of two equal legs.']], '25 + 144 = 169.'),

  number('MA.5.DAT.1', 2, 60, `${shownPicture('rain', 'A bar chart of rain in Brindlemere: Monday 12 mm, Tuesday 5, Wednesday 18, Thursday 9, Friday 14')}<p>How many millimetres more fell on Wednesday than on Thursday?</p>`, '9', '18 − 9 = 9.', { units: [{ name: 'mm', factor: 1 }] }),
  number('MA.6.DAT.1', 2, 70, `${shownPicture('rain', 'A bar chart of rain in Brindlemere: Monday 12 mm, Tuesday 5, Wednesday 18, Thursday 9, Friday 14')}<p>What is the median, in millimetres?</p>`, '12', 'In order: 5, 9, 12, 14, 18.', { units: [{ name: 'mm', factor: 1 }] }),
  gaps('MA.6.DAT.1', 2, 'The numbers 2, 3, 3, 4, 28 are given.', 'Their mean is {8|3|4} and their median is {3|8|4}. The number 28 pulls the {mean|median} up most.', 'The sum is 40; the middle one is 3.'),
  number('MA.7.DAT.1', 2, 60, 'A bag holds 3 red, 5 blue and 4 green counters. What is the chance of drawing a blue one?', '5/12', '5 of 12 counters are blue.'),
  places('MA.8.DAT.1', 2, 'One day does not fit the others. Choose its point.', 'scatter', scatterWords, [['The point at 8.5 hours', ...dayPoints[0]!, 16], ['The point at 11.5 hours', ...dayPoints[5]!, 16], ['The point at 14.5 hours', ...dayPoints[9]!, 16], ['The point at 15 hours', ...dayPoints[10]!, 16]], ['The point at 15 hours'], 'All others rise together; this one is low although the day is long.'),
  single('MA.8.DAT.1', 1, 45, `${shownPicture('scatter', scatterWords)}<p>What kind of association do most of the points show?</p>`, 'Positive', [['Negative', 'Reads the plot from right to left.'], ['None', 'Lets one odd point decide.']], 'More daylight goes with more bikes.'),
  several('MA.7.DAT.1', 2, 70, 'A fair coin is thrown 10 times and shows heads 7 times. Which statements are sensible?', ['The chance of heads is still one half.', 'After many more throws the share should come closer to one half.'], [['Tails is due now.', 'Thinks that chance remembers.'], ['The coin must be false.', 'Takes a small sample for proof.']], 'Ten throws vary a lot; the chance does not change.'),
  trueFalse('MA.7.DAT.1', 1, 30, 'An event with a chance of 0.3 is more likely than one with a chance of 25 %.', true, 'Compares 3 with 25.', '0.3 is 30 %.'),
  short('MA.6.GEO.1', 1, 30, 'What is the name of a triangle with three sides of equal length?', ['equilateral', 'equilateral triangle'], 'Equal sides: equilateral.'),
  ask('MA.6.RAT.2', 'How sure are you that you could explain unit rates to a friend?', ['Very sure', 'Rather sure', 'Not sure yet']),
  page('MA.7.GEO.1', '<p><strong>Before you begin</strong></p><p>For the next questions you need a ruler. Lengths are on the plan unless it says otherwise.</p>'),
]; // prettier-ignore
