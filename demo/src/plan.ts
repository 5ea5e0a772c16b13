/** The tests that Brindlemere gave, gives and will give. */
import type { StaffName } from './people';

export interface Plan {
  title: string;
  kind: 'quiz' | 'test' | 'worksheet';
  by: StaffName;
  classes: string[];
  /** Its items, each by a part of its wording that no other item has, in their order. */
  items: string[];
  directions: string;
  limitMinutes: number | null;
  /** School days from today, and times on the wall. */
  opens: [days: number, time: string];
  closes: [days: number, time: string];
  state: 'sat' | 'open' | 'coming';
  /** The share of students who were not there; a few of a hundred unless it says more. */
  absent?: number;
  /** Who may find the test on the shelf; its teacher alone unless it says more. */
  reach?: 'school' | 'everybody';
}

export const plans: Plan[] = [
  {
    title: 'Ratios and unit rates',
    kind: 'test',
    by: 'holloway',
    classes: ['6B', '6D'],
    items: [
      'A paddock has 12 sheep',
      'In a running club',
      'The ratios 4 : 6 and 10 : 15',
      'Which ratios are equal to 6 : 8',
      'Four notebooks cost',
      'Which pack gives the lowest price',
      'Ana types 90 words',
      'Walking 3 km in 40 minutes',
      'A printer makes 18 pages',
      'A tap fills 18 lit',
      'Six tickets cost',
      'Shop A: 5 erasers',
    ],
    directions: 'Work alone. Scratch paper is allowed, calculators are not.',
    limitMinutes: 30,
    opens: [-3, '08:00'],
    closes: [-2, '15:30'],
    state: 'sat',
    absent: 0,
  },
  {
    title: 'Fractions, signs and expressions',
    kind: 'quiz',
    by: 'holloway',
    classes: ['6B', '6D'],
    items: [
      'Work out 5/6 ÷ 2/3',
      'Dividing a number by a fraction',
      'How many bags of 2/5 kg',
      'Which of these numbers is the least',
      'At dawn it was −4',
      'Point P is three marks left',
      'the value of 4n - 7',
      'the mean of 4, 7',
      'What is the median, in',
    ],
    directions: '',
    limitMinutes: 20,
    opens: [-10, '08:00'],
    closes: [-9, '15:30'],
    state: 'sat',
  },
  {
    title: 'Negative numbers and proportion',
    kind: 'test',
    by: 'holloway',
    classes: ['7A'],
    items: [
      'Which of these have a negative value',
      'Work out −8 − (−15)',
      'Which of these numbers is the least',
      'At dawn it was −4',
      'Point P is three marks left',
      'The table shows x: 2, 4, 6',
      'A price of $50 rises',
      'On a plan, 2 cm stand',
      'Six tickets cost',
    ],
    directions: 'Show your work on paper; only the answers are typed here.',
    limitMinutes: 35,
    opens: [-6, '09:00'],
    closes: [-6, '15:00'],
    state: 'sat',
  },
  {
    title: 'Rocks, water and wind',
    kind: 'test',
    by: 'lindqvist',
    classes: ['6F'],
    items: [
      'How does igneous rock',
      'Two igneous rocks have',
      'Which of these are sedimentary',
      'water vapour turning into tiny drops',
      'After a heavy rain',
      'Water evaporates only when',
      'On a sunny afternoon at the lake, why',
      'Why does warm air rise',
      'Rock layers lie flat',
    ],
    directions: '',
    limitMinutes: 25,
    opens: [-4, '08:00'],
    closes: [-3, '16:00'],
    state: 'sat',
    reach: 'school',
  },
  {
    title: 'Maps, rivers and towns',
    kind: 'test',
    by: 'nwosu',
    classes: ['8C'],
    items: [
      'Which changes make floods',
      'A tannery by the river',
      'A forest can be used without',
      'Contour lines on a map lie very close',
      'Contour lines are drawn every 20',
      'climb from the 100 m line',
      'In a river’s bend',
      'A river reaches a lake',
      'A river can make land',
      'Northfell: 6,000',
      'An island of 15 km²',
    ],
    directions: '',
    limitMinutes: 30,
    opens: [-5, '08:00'],
    closes: [-4, '16:00'],
    state: 'sat',
    reach: 'everybody',
  },
  {
    title: 'The rope ferry',
    kind: 'quiz',
    by: 'castellano',
    classes: ['5E'],
    items: [
      'What is the text mainly about',
      'keep the ferry going for one more winter',
      'What does the rope in the hall',
      'Which sentence sums the text up best, without',
      'given up because the rope broke',
    ],
    directions: 'Read the text twice before you answer.',
    limitMinutes: null,
    opens: [-8, '08:00'],
    closes: [-7, '16:00'],
    state: 'sat',
    reach: 'school',
  },
  {
    title: 'Percent and rates, second look',
    kind: 'quiz',
    by: 'holloway',
    classes: ['6D'],
    items: [
      'What is 15% of 80',
      '18 students are 60%',
      'are 24% of a grade',
      'Four notebooks cost',
      'Which pack gives the lowest price',
      'A printer makes 18 pages',
      'A tap fills 18 lit',
      'A bus travels 156',
    ],
    directions: '',
    limitMinutes: 20,
    opens: [-1, '08:00'],
    closes: [2, '14:30'],
    state: 'open',
  },
  {
    title: 'Equations and scale drawings',
    kind: 'test',
    by: 'holloway',
    classes: ['7A'],
    items: [
      'Solve 3x + 8',
      'Solve x/3 + 2',
      'Put the steps of solving',
      'On a plan, 2 cm stand',
      'A plan has the scale',
    ],
    directions: '',
    limitMinutes: 30,
    opens: [5, '09:00'],
    closes: [5, '15:00'],
    state: 'coming',
  },
];

/** Written work that waits for its teacher's mark. */
export const written: Plan = {
  title: 'Building on the flood plain',
  kind: 'worksheet',
  by: 'nwosu',
  classes: ['8C'],
  items: ['A town wants to build houses on a flood plain'],
  directions: 'Write whole sentences.',
  limitMinutes: null,
  opens: [-2, '08:00'],
  closes: [-1, '16:00'],
  state: 'sat',
};

/** Sat in the room, on paper. */
export const onPaper: Plan = {
  title: 'Scale and percent on paper',
  kind: 'quiz',
  by: 'holloway',
  classes: ['7A'],
  items: [
    'The table shows x: 2, 4, 6',
    'Which of these numbers is the least',
    'A price of $50 rises',
    'Work out −8 − (−15)',
    'On a plan, 2 cm stand',
    'Six tickets cost',
  ],
  directions: 'Mark your answers on the answer sheet.',
  limitMinutes: 20,
  opens: [-2, '09:00'],
  closes: [-2, '09:45'],
  state: 'coming',
};
