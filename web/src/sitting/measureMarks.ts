/** The marks of a ruler and a protractor, as lengths in pixels of a page: an inch has 96 of them (CSS). */
const inch = 96;
const centimeter = inch / 2.54;

export interface Mark {
  /** How far along the edge, in pixels, or at which angle, in degrees. */
  at: number;
  length: number;
  label: string;
}

/** @param units how many of them the edge is long; each is parted into `parts` */
const lengths = { whole: 16, half: 12, other: 7 };

function edge(units: number, unit: number, parts: number): Mark[] {
  return Array.from({ length: units * parts + 1 }, (_, index) => {
    const isWhole = index % parts === 0;
    const isHalf = index % parts === parts / 2;
    const short = isHalf ? lengths.half : lengths.other;
    return {
      at: (index * unit) / parts,
      length: isWhole ? lengths.whole : short,
      label: isWhole ? String(index / parts) : '',
    };
  });
}

/** @param width the room there is, in pixels */
export function rulerMarks(width: number): { inches: Mark[]; centimeters: Mark[]; length: number } {
  const inches = Math.max(1, Math.min(6, Math.floor(width / inch)));
  const centimeters = Math.floor((inches * inch) / centimeter);
  return {
    inches: edge(inches, inch, 8),
    centimeters: edge(centimeters, centimeter, 10),
    length: inches * inch,
  };
}

/** One mark for each degree from 0 to 180, those of ten with their number. */
export const protractorMarks: readonly Mark[] = Array.from({ length: 181 }, (_, degree) => ({
  at: degree,
  length: 6 + (degree % 5 === 0 ? 4 : 0) + (degree % 10 === 0 ? 4 : 0),
  label: degree % 10 === 0 ? String(degree) : '',
}));
