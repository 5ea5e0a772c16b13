import { about, several, short, single, trueFalse, type DemoItem } from './build';

const ferry = about(
  `For eighty years a rope ferry carried people over the Brindle at Low Meadow. Two families took turns at the rope, and
   nobody paid: farmers left apples or firewood in the ferry hut instead.

   When the road bridge opened upstream, most people stopped coming. The families kept the ferry going for one more
   winter, because the school was on the far side and the bridge was an hour’s walk away. In spring a bus began to run
   over the bridge, and on the last day of April the rope was taken down. Today it hangs in the hall of the school.`,
  [
    single(
      'RE.5.IDE.1',
      2,
      60,
      'What is the text mainly about?',
      'How a ferry was useful and why it came to an end',
      [
        ['How a bridge is built', 'Takes something that is only mentioned for the subject.'],
        ['Why farmers grew apples', 'Takes a detail for the subject.'],
        ['How children travel to school by bus', 'Takes the last event for the whole.'],
      ],
      'Both paragraphs are about the ferry: what it did, and how it ended.',
    ),
    single(
      'RE.6.INF.1',
      2,
      60,
      'Why did the families keep the ferry going for one more winter?',
      'So that children could get to school',
      [
        ['Because the bridge was not finished', 'Overlooks that the bridge had opened.'],
        ['Because they were paid well', 'Overlooks that nobody paid.'],
        ['Because the bus cost too much', 'Overlooks that the bus came later.'],
      ],
      'The text says that the school was on the far side and the bridge an hour’s walk away.',
    ),
    single(
      'RE.5.INF.1',
      3,
      70,
      'What does the rope in the hall of the school suggest?',
      'The ferry still means something to people there.',
      [
        ['The school teaches rope making.', 'Invents something that the text does not support.'],
        ['The ferry will be used again.', 'Takes a keepsake for a plan.'],
        ['The rope was too old to be sold.', 'Looks for a use and finds none in the text.'],
      ],
      'People keep and show what matters to them.',
    ),
    single(
      'RE.6.IDE.1',
      2,
      70,
      'Which sentence sums the text up best, without opinion?',
      'A free rope ferry served people for eighty years until a bridge and a bus replaced it.',
      [
        ['It is sad that the ferry was given up.', 'Gives an opinion.'],
        ['A rope hangs in the hall of a school.', 'Gives one detail only.'],
        ['Bridges are better than ferries.', 'Gives an opinion that is not in the text.'],
      ],
      'A summary says what matters and leaves judgement out.',
    ),
    trueFalse(
      'RE.6.INF.1',
      2,
      40,
      'The text says that the ferry was given up because the rope broke.',
      false,
      'Adds a cause that seems likely.',
      'It was taken down after the bus began to run.',
    ),
  ],
);

const bench = about(
  `Our town should put more benches along Mill Street. In April, students counted people over 65 on the street for a
   week: on the half with benches they counted 212, on the half without only 61. Shops on both halves are much alike.
   Benches are cheap, too: the last four cost less than one street lamp. Mill Street is also the prettiest street in
   town. A person who can rest can shop, and a person who shops keeps the street alive.`,
  [
    single(
      'RE.7.ARG.1',
      2,
      60,
      'What is the writer’s claim?',
      'Mill Street should have more benches.',
      [
        [
          'Mill Street is the prettiest street in town.',
          'Takes an opinion along the way for the claim.',
        ],
        ['Students should count people.', 'Takes the evidence for the claim.'],
        ['Street lamps are too expensive.', 'Takes a comparison for the claim.'],
      ],
      'The first sentence says what the writer wants; the rest supports it.',
    ),
    single(
      'RE.6.ARG.1',
      1,
      50,
      'Which sentence is an opinion?',
      'Mill Street is also the prettiest street in town.',
      [
        [
          'In April, students counted people over 65 on the street.',
          'Takes a fact about people for an opinion.',
        ],
        [
          'The last four cost less than one street lamp.',
          'Takes a comparison that can be checked for an opinion.',
        ],
        [
          'On the half without benches they counted 61.',
          'Takes a number that can be checked for an opinion.',
        ],
      ],
      'What is prettiest cannot be checked; the others can.',
    ),
    single(
      'RE.8.ARG.1',
      3,
      75,
      'Which sentence does not help to support the claim?',
      'Mill Street is also the prettiest street in town.',
      [
        [
          'On the half with benches they counted 212.',
          'Does not see that this is the main evidence.',
        ],
        ['Shops on both halves are much alike.', 'Does not see that this rules out another cause.'],
        ['The last four cost less than one street lamp.', 'Does not see that cost is a reason.'],
      ],
      'Beauty has nothing to do with whether people need a place to rest.',
    ),
    single(
      'RE.7.INF.1',
      3,
      75,
      'Why does the writer say that the shops on both halves are much alike?',
      'So that the benches, not the shops, explain the difference',
      [
        ['To praise the shops', 'Takes a reason for praise.'],
        ['To show that the street is dull', 'Reads “alike” as a complaint.'],
        ['To explain why the lamps cost so much', 'Joins two sentences that have no link.'],
      ],
      'If the shops differed, they might be why more people come.',
    ),
    single(
      'RE.8.INF.1',
      3,
      75,
      'What does the writer take for granted?',
      'That people who rest on benches also buy something',
      [
        ['That benches are free', 'Overlooks that a price is compared.'],
        ['That students can count', 'Names something nobody would doubt.'],
        ['That old people live on Mill Street', 'Takes walking there for living there.'],
      ],
      'The count shows people, not purchases; the last sentence joins the two without evidence.',
    ),
  ],
);

const heron = about(
  `The heron stood so still in the shallows that the children took it for a post. For ten minutes nothing moved but the
   water, which slid past its legs like silk. Then the neck uncoiled, too fast to see, and the bird was upright again
   with a silver sliver in its bill. “Patience,” whispered Grandfather, “is a kind of speed.”`,
  [
    single(
      'RE.5.WOR.1',
      2,
      50,
      'In this text, what does “shallows” mean?',
      'A place where the water is not deep',
      [
        ['A kind of bird', 'Takes the word for what stands in it.'],
        ['The dark under trees', 'Mixes it up with “shadows”.'],
        ['A wooden post', 'Takes the next thing named for its meaning.'],
      ],
      'The bird stands in it and the water slides past its legs.',
    ),
    single(
      'RE.8.WOR.1',
      2,
      50,
      'Which words from the text are figurative?',
      'slid past its legs like silk',
      [
        ['stood so still', 'Takes a strong description for a figure.'],
        ['the neck uncoiled', 'Takes a precise verb for a figure.'],
        ['upright again', 'Takes a plain position for a figure.'],
      ],
      'The water is compared with silk; it is not silk.',
    ),
    single(
      'RE.7.WOR.1',
      3,
      65,
      'The writer says “uncoiled” instead of “moved”. What does this add?',
      'It makes one think of a spring that lets go.',
      [
        ['It shows that the bird is tired.', 'Gives a feeling that the text does not support.'],
        ['It shows that the neck is long and thin only.', 'Sees the shape and misses the force.'],
        ['It makes the movement seem slow.', 'Overlooks “too fast to see”.'],
      ],
      'A coil holds force; the word brings suddenness with it.',
    ),
    single(
      'RE.6.INF.1',
      2,
      55,
      'What is the “silver sliver” most likely?',
      'A small fish',
      [
        ['A piece of jewellery', 'Takes “silver” literally.'],
        ['A feather', 'Chooses something that belongs to a bird.'],
        ['A drop of water', 'Chooses something that shines, but cannot be held in a bill.'],
      ],
      'A heron hunts in water and holds what it caught in its bill.',
    ),
    single(
      'RE.7.IDE.1',
      3,
      70,
      'How does the last sentence build on what came before?',
      'It turns what the children saw into a thought.',
      [
        ['It starts a new story.', 'Does not see the link to the bird.'],
        ['It explains how herons see.', 'Looks for information where there is reflection.'],
        ['It shows that Grandfather was wrong.', 'Takes a surprising saying for a mistake.'],
      ],
      'The long wait and the quick strike are what he means.',
    ),
  ],
);

export const reading: DemoItem[] = [
  ...ferry,
  ...bench,
  ...heron,
  short(
    'RE.6.WOR.1',
    1,
    40,
    'The prefix “sub-” is in “submarine” and “subsoil”. What does it mean? Write one word.',
    ['under', 'below', 'beneath', 'underneath'],
    'A submarine goes under water; subsoil lies under the soil.',
  ),
  single(
    'RE.6.WOR.1',
    1,
    40,
    'If “port” means “carry”, what does “transport” most likely mean?',
    'to carry across',
    [
      ['to carry back', 'Takes “trans-” for “re-”.'],
      ['to stop carrying', 'Takes “trans-” for a negation.'],
      ['a person who carries', 'Takes the word for a person.'],
    ],
    '“Trans-” means across.',
  ),
  several(
    'RE.6.ARG.1',
    2,
    60,
    'Which sentences state facts that can be checked?',
    ['The library opens at nine on weekdays.', 'The bridge is 84 m long.'],
    [
      ['The library is too small.', 'Takes a judgement for a fact.'],
      ['Everyone loves the new bridge.', 'Takes a claim about feelings for a fact.'],
    ],
    'Opening times and lengths can be looked up or measured.',
  ),
  single(
    'RE.5.ARG.1',
    1,
    40,
    'A text lists what to bring to a camp and what to leave at home. Why was it most likely written?',
    'To inform',
    [
      ['To entertain', 'Thinks of the camp, not of the text.'],
      ['To persuade', 'Takes instructions for persuasion.'],
      ['To tell a story', 'Expects a story wherever there is an adventure.'],
    ],
    'It gives people what they need to know.',
  ),
];
