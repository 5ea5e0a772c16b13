import type { Random } from '@oaken/core/random';

export const demoSeed = 'brindlemere';

export const staff = [
  { name: 'holloway', given: 'Maren', family: 'Holloway', role: 'teacher' },
  { name: 'lindqvist', given: 'Tobias', family: 'Lindqvist', role: 'teacher' },
  { name: 'nwosu', given: 'Amara', family: 'Nwosu', role: 'teacher' },
  { name: 'castellano', given: 'Inés', family: 'Castellano', role: 'teacher' },
  { name: 'office', given: 'Ruth', family: 'Halloran', role: 'administrator' },
] as const;
export type StaffName = (typeof staff)[number]['name'];

/** For the demonstration only; a real school sets its own. */
export const demoPassword = 'oak-and-ink';

export const classes = [
  {
    name: '6B',
    period: '2nd period',
    meetsFrom: '08:55',
    meetsUntil: '09:40',
    grade: 6,
    subject: 'Mathematics',
    teacher: 'holloway',
    code: 'BRN6B2',
    students: 27,
    ability: 0.1,
  },
  {
    name: '6D',
    period: '4th period',
    meetsFrom: '10:35',
    meetsUntil: '11:20',
    grade: 6,
    subject: 'Mathematics',
    teacher: 'holloway',
    code: 'BRN6D4',
    students: 26,
    ability: -0.2,
  },
  {
    name: '7A',
    period: '5th period',
    meetsFrom: '12:05',
    meetsUntil: '12:50',
    grade: 7,
    subject: 'Mathematics',
    teacher: 'holloway',
    code: 'BRN7A5',
    students: 28,
    ability: 0.2,
  },
  {
    name: '6F',
    period: '1st period',
    meetsFrom: '08:05',
    meetsUntil: '08:50',
    grade: 6,
    subject: 'Earth science',
    teacher: 'lindqvist',
    code: 'BRN6F3',
    students: 27,
    ability: 0,
  },
  {
    name: '8C',
    period: '3rd period',
    meetsFrom: '09:45',
    meetsUntil: '10:30',
    grade: 8,
    subject: 'Geography',
    teacher: 'nwosu',
    code: 'BRN8C3',
    students: 26,
    ability: 0.3,
  },
  {
    name: '5E',
    period: '6th period',
    meetsFrom: '12:55',
    meetsUntil: '13:40',
    grade: 5,
    subject: 'Reading',
    teacher: 'castellano',
    code: 'BRN5E6',
    students: 27,
    ability: -0.1,
  },
] as const satisfies readonly { teacher: StaffName; [more: string]: unknown }[];

const given =
  `Adaeze Aiko Alma Amir Anouk Anton Arlo Asha Bao Beatriz Ben Bodhi Callum Camila Carys Chidi Cora Dalia Daniel Darya
  Desta Diego Dmitri Eilidh Elias Elif Emeka Enzo Esme Ezra Farah Felix Fern Freya Gael Gita Goran Greta Hana Hassan Hazel
  Henrik Ida Idris Ines Iona Isaac Ivy Jae Jamila Jonah Juno Kaito Karin Kofi Lars Layla Leif Leila Lena Levi Linh Lucia
  Luka Mabel Maeve Malik Mara Mateo Mei Mila Milo Mina Nadia Naomi Nia Niko Nils Noor Oona Orla Oscar Otis Pablo Petra
  Priya Quinn Rafael Ravi Rhea Rosa Rowan Ruben Saoirse Sami Selma Sina Sol Stella Suri Tala Tariq Teo Thea Tomas Uma Veda
  Vera Viktor Wren Xiomara Yara Yusuf Zainab Zane Zoe`.split(/\s+/);

const family =
  `Abara Adeyemi Ahlgren Almeida Andersen Baptiste Barlow Becker Bianchi Bjork Calder Castro Chaudhry Cho Contreras Dahl
  Delacroix Diallo Dogan Dvorak Eklund Eriksen Farouk Ferreira Fitzroy Fontaine Gallagher Garza Ghosh Grant Gupta Haddad
  Halvorsen Hashimoto Hoang Hussain Ibarra Ivanova Iyer Jansen Jimenez Kang Kapoor Keita Kim Kowalski Kruger Lacroix Larsen
  Le Lindgren Lopez MacRae Maddox Marchetti Moyo Mehta Mendez Moreau Morita Nakamura Navarro Ndiaye Nguyen Novak Obi
  Okonkwo Olsen Ortega Osei Papadakis Patel Pereira Petrov Quiroga Rahman Ramos Reyes Rossi Sandoval Sato Schultz Sharma
  Silva Sokolova Solberg Suzuki Tanaka Thorne Toure Tran Ueda Verhoeven Vargas Vasquez Volkov Walsh Weber Whitlock Wójcik
  Yamada Yilmaz Zhang Zielinski`.split(/\s+/);

const letters = 'abcdefghjkmnpqrstuvwxyz';
const digits = '23456789';

/** Names that stand only once, each with a personal passcode. */
export function students(random: Random, count: number) {
  const names = new Set<string>();
  return Array.from({ length: count }, (_, index) => {
    let name: [string, string];
    do name = [random.pick(given), random.pick(family)];
    while (names.has(name.join(' ')));
    names.add(name.join(' '));
    const draw = (from: string, n: number) =>
      Array.from({ length: n }, () => random.pick([...from])).join('');
    return {
      given: name[0],
      family: name[1],
      number: `B${String(20_400 + index * 7).padStart(6, '0')}`,
      passcode: `${draw(letters, 3)}${draw(digits, 3)}`,
    };
  });
}
