/**
 * Brindlemere Learning Goals: an invented framework. A strand's lines are its goals for grades 5,
 * 6, 7, 8 and so on.
 */
export const framework = {
  name: 'Brindlemere Learning Goals',
  publisher: 'Brindlemere School District (invented)',
};

interface Strand {
  code: string;
  name: string;
  /** [grade, statement]; numbered within grade and strand. */
  goals: [number, string][];
}

export interface Subject {
  code: string;
  name: string;
  strands: Strand[];
}

export const subjects: Subject[] = [
  {
    code: 'MA',
    name: 'Mathematics',
    strands: [
      {
        code: 'NUM',
        name: 'Number',
        goals: [
          [
            5,
            'Add and subtract fractions with different denominators and judge whether the result is sensible.',
          ],
          [5, 'Multiply and divide decimals by 10, 100 and 1000 by moving digits through places.'],
          [6, 'Divide fractions by fractions and explain the result with a picture or a story.'],
          [6, 'Place positive and negative numbers on a line and compare them.'],
          [7, 'Add, subtract, multiply and divide positive and negative numbers.'],
          [8, 'Use powers of ten and scientific notation for very large and very small amounts.'],
        ],
      },
      {
        code: 'RAT',
        name: 'Ratio and proportion',
        goals: [
          [5, 'Describe how two amounts compare with “times as many” and “for every”.'],
          [6, 'Write and simplify ratios and tell part-to-part from part-to-whole.'],
          [6, 'Find unit rates and use them to compare.'],
          [6, 'Find a percent of an amount and the whole from a part and its percent.'],
          [
            7,
            'Recognise proportional relationships in tables, graphs and words, and find their constant.',
          ],
          [7, 'Work with percent increase and decrease in more than one step.'],
          [8, 'Read the slope of a straight line as a rate of change.'],
        ],
      },
      {
        code: 'ALG',
        name: 'Expressions and equations',
        goals: [
          [5, 'Write and read expressions with brackets and follow the order of operations.'],
          [6, 'Write expressions with letters for amounts and evaluate them.'],
          [7, 'Solve equations of two steps and check the solution.'],
          [8, 'Solve linear equations with the unknown on both sides.'],
        ],
      },
      {
        code: 'GEO',
        name: 'Shape and measure',
        goals: [
          [5, 'Find the volume of boxes by counting and by multiplying edges.'],
          [6, 'Find areas of triangles and of shapes made of rectangles and triangles.'],
          [7, 'Use scale drawings to find real lengths and areas.'],
          [8, 'Use the Pythagorean relationship to find a missing side.'],
        ],
      },
      {
        code: 'DAT',
        name: 'Data and chance',
        goals: [
          [5, 'Read line plots and bar charts and answer questions that need two steps.'],
          [6, 'Find and choose between mean and median, and tell what each says.'],
          [7, 'Find the chance of simple events and compare it with what was observed.'],
          [8, 'Read scatter plots and say what kind of association they show.'],
        ],
      },
    ],
  },
  {
    code: 'ES',
    name: 'Earth science',
    strands: [
      {
        code: 'ROC',
        name: 'Rocks and soil',
        goals: [
          [5, 'Tell rocks apart by grain, layers and hardness.'],
          [6, 'Explain how sedimentary, igneous and metamorphic rock come about.'],
          [7, 'Follow material through the rock cycle and name what drives each step.'],
          [8, 'Use the movement of plates to explain where mountains, quakes and volcanoes are.'],
        ],
      },
      {
        code: 'WAT',
        name: 'Water',
        goals: [
          [5, 'Name where water is found on Earth and in what shares.'],
          [6, 'Explain evaporation, condensation and runoff in the water cycle.'],
          [7, 'Explain how water moves below ground and why wells rise and fall.'],
          [8, 'Explain how ocean currents carry heat.'],
        ],
      },
      {
        code: 'WEA',
        name: 'Weather and climate',
        goals: [
          [5, 'Measure and record weather with the right instruments and units.'],
          [6, 'Explain why air rises and sinks and how wind arises.'],
          [7, 'Read a weather map with fronts and pressure.'],
          [8, 'Tell weather from climate and explain what shapes a region’s climate.'],
        ],
      },
      {
        code: 'TIM',
        name: 'The Earth’s past',
        goals: [
          [5, 'Explain what traces of the past can be found in layers.'],
          [6, 'Put rock layers in order of age.'],
          [7, 'Use more than one kind of evidence to tell how a landscape changed.'],
          [8, 'Use rates of slow change to estimate how long something took.'],
        ],
      },
    ],
  },
  {
    code: 'GE',
    name: 'Geography',
    strands: [
      {
        code: 'MAP',
        name: 'Maps',
        goals: [
          [5, 'Use a key, a compass rose and a grid to find places.'],
          [6, 'Use scale to find distances on a map.'],
          [7, 'Read height and slope from contour lines.'],
          [8, 'Choose a kind of map that fits a question and say what it hides.'],
        ],
      },
      {
        code: 'LAN',
        name: 'Landforms and rivers',
        goals: [
          [5, 'Name the parts of a river from source to mouth.'],
          [6, 'Explain how rivers wear away, carry and drop material.'],
          [7, 'Explain how coasts change.'],
          [8, 'Weigh what causes floods and what lessens them.'],
        ],
      },
      {
        code: 'PEO',
        name: 'People and places',
        goals: [
          [5, 'Give reasons why settlements grew where they are.'],
          [6, 'Use population density to compare places.'],
          [7, 'Explain why people move, with reasons that push and reasons that pull.'],
          [8, 'Explain how a town’s uses of land change over time.'],
        ],
      },
      {
        code: 'RES',
        name: 'Resources',
        goals: [
          [5, 'Tell renewable resources from those that run out.'],
          [6, 'Follow a product from raw material to use.'],
          [7, 'Compare the costs and benefits of ways to make electricity.'],
          [8, 'Judge how a place could use a resource without using it up.'],
        ],
      },
    ],
  },
  {
    code: 'RE',
    name: 'Reading',
    strands: [
      {
        code: 'IDE',
        name: 'Ideas and details',
        goals: [
          [5, 'Find the main idea of a text and details that support it.'],
          [6, 'Sum a text up without opinion.'],
          [7, 'Follow how ideas in a text build on each other.'],
          [8, 'Compare how two texts treat the same subject.'],
        ],
      },
      {
        code: 'INF',
        name: 'Inference',
        goals: [
          [5, 'Draw a conclusion that a text supports and point to the words.'],
          [6, 'Tell what a text says from what it suggests.'],
          [7, 'Judge which evidence supports a conclusion best.'],
          [8, 'Recognise what a writer takes for granted.'],
        ],
      },
      {
        code: 'WOR',
        name: 'Words in use',
        goals: [
          [5, 'Work out a word’s meaning from the words around it.'],
          [6, 'Use word parts to work out meaning.'],
          [7, 'Explain what a word’s choice adds to its meaning.'],
          [8, 'Tell figurative from literal meaning.'],
        ],
      },
      {
        code: 'ARG',
        name: 'Purpose and argument',
        goals: [
          [5, 'Tell why a text was written.'],
          [6, 'Tell facts from opinions.'],
          [7, 'Follow an argument from claim to reasons.'],
          [8, 'Judge whether reasons are relevant and enough.'],
        ],
      },
    ],
  },
];

export interface StandardLine {
  code: string;
  parent: string | null;
  statement: string;
  subject: string;
  grades: number[];
}

/** The tree as lines, parents before children. */
export function standardLines(): StandardLine[] {
  return subjects.flatMap((subject) => {
    const all = [5, 6, 7, 8];
    const strands = subject.strands.flatMap((strand): StandardLine[] => {
      const seen = new Map<number, number>();
      const goals = strand.goals.map(([grade, statement]) => {
        const number = (seen.get(grade) ?? 0) + 1;
        seen.set(grade, number);
        const code = `${subject.code}.${grade}.${strand.code}.${number}`;
        return {
          code,
          parent: `${subject.code}.${strand.code}`,
          statement,
          subject: subject.name,
          grades: [grade],
        };
      });
      const strandStandard = {
        code: `${subject.code}.${strand.code}`,
        parent: subject.code,
        statement: strand.name,
        subject: subject.name,
        grades: all,
      };
      return [strandStandard, ...goals];
    });
    return [
      {
        code: subject.code,
        parent: null,
        statement: subject.name,
        subject: subject.name,
        grades: all,
      },
      ...strands,
    ];
  });
}
