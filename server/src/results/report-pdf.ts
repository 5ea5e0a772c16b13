/** A student's report on paper: score, standards, and every answer with what was said about it. */
import { createRequire } from 'node:module';
import type { StudentWork } from '@oaken/contract/results';
import { plainText, wholePercent } from '@oaken/core/text';
import PDFDocument from 'pdfkit';

// Everything that a name or an answer may hold: Latin with all accents, Greek, Cyrillic, signs.
const require = createRequire(import.meta.url);
const fonts = {
  plain: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'),
  bold: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf'),
  title: require.resolve('dejavu-fonts-ttf/ttf/DejaVuSerif-Bold.ttf'),
};
const ink = '#1f2428';
const faded = '#5d6468';
const rule = '#b8a98a';
const margin = 54;

const points = (value: number) => String(Math.round(value * 100) / 100);
const percent = (share: number) => `${wholePercent(share)} %`;

export interface ReportFacts {
  school: string;
  /** "Thu 26 Nov 2026", in the school's zone. */
  printed: string;
  handedIn: string;
  standards: { code: string; statement: string; words: string }[];
  /** With every answer, or the score and standards alone. */
  answers: boolean;
}

/** While something waits to be marked, what is marked so far out of what that gives; never a percentage of the whole. */
export function scoreWords({ attempt, entries }: Pick<StudentWork, 'attempt' | 'entries'>): string {
  const most = attempt.most ?? 0;
  const earned = attempt.points ?? 0;
  const waiting = entries.reduce((sum, entry) => sum + (entry.waits ? entry.most : 0), 0);
  if (waiting === 0)
    return `${points(earned)} of ${points(most)} points, ${percent(earned / most)}`;
  if (waiting >= most) return `${points(waiting)} points wait to be marked`;
  return `${points(earned)} of ${points(most - waiting)} points so far; ${points(waiting)} more wait to be marked`;
}

export function reportPdf(work: StudentWork, facts: ReportFacts): Promise<Buffer> {
  const pdf = new PDFDocument({
    size: 'A4',
    margin,
    bufferPages: true,
    info: { Title: `${work.title}: ${work.student.name}`, Author: facts.school },
  });
  const chunks: Buffer[] = [];
  pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
  const whole = new Promise<Buffer>((done, failed) => {
    pdf.on('end', () => done(Buffer.concat(chunks)));
    pdf.on('error', failed);
  });
  const width = pdf.page.width - 2 * margin;
  const say = (
    text: string,
    {
      size = 10,
      font = 'plain',
      colour = ink,
      indent = 0,
      gap = 3,
    }: {
      size?: number;
      font?: keyof typeof fonts;
      colour?: string;
      indent?: number;
      gap?: number;
    } = {},
  ) =>
    pdf
      .font(fonts[font])
      .fontSize(size)
      .fillColor(colour)
      .text(text, margin + indent, undefined, { width: width - indent })
      .moveDown(gap / 10);
  const line = () => {
    pdf
      .moveTo(margin, pdf.y + 2)
      .lineTo(margin + width, pdf.y + 2)
      .lineWidth(0.6)
      .strokeColor(rule)
      .stroke();
    pdf.y += 8;
  };

  const { attempt, student } = work;
  say(`${facts.school} · ${facts.printed}`, { size: 8.5, colour: faded });
  say(work.title, { size: 18, font: 'title', gap: 1 });
  say(`${student.name}, ${student.class}`, { size: 12, gap: 2 });
  line();
  if (attempt.excused) say('This work is not scored.', { font: 'bold' });
  else if (attempt.points !== null && attempt.most)
    say(scoreWords(work), { size: 13, font: 'bold' });
  say(facts.handedIn, { colour: faded });
  if (attempt.lateOff > 0)
    say(`${points(attempt.lateOff * 100)} % is taken off because it was late.`, { colour: faded });
  for (const own of work.adjustments.filter(({ entry }) => entry === null))
    say(
      own.kind === 'bonus'
        ? `${points(own.points!)} points besides: ${own.reason}`
        : `Not scored: ${own.reason}`,
    );
  if (facts.standards.length > 0) {
    say('By standard', { size: 13, font: 'title', gap: 2 });
    for (const own of facts.standards) {
      say(own.statement || own.code, { font: 'bold', gap: 0 });
      say(`${own.words}${own.statement ? ` (${own.code})` : ''}`, { colour: faded });
    }
  }
  if (facts.answers) {
    pdf.moveDown(0.4);
    for (const [at, entry] of work.entries.entries()) {
      // A heading never stands alone at the foot of a page.
      if (pdf.y > pdf.page.height - margin - 90) pdf.addPage();
      line();
      const earned =
        entry.settled === 'left-out'
          ? 'does not count'
          : entry.waits
            ? 'waits to be marked'
            : entry.points === null
              ? ''
              : `${points(entry.points)} of ${points(entry.most)}`;
      say(`Question ${at + 1}${earned ? `, ${earned}` : ''}`, { font: 'bold', gap: 1 });
      say(plainText(entry.stem));
      say(`Answer: ${entry.said || 'none'}`, { indent: 12 });
      for (const right of entry.right) say(`Right: ${right}`, { indent: 12, colour: faded });
      for (const { comment } of entry.comments.filter((own) => own.comment !== ''))
        say(`Teacher: ${comment}`, { indent: 12, font: 'bold' });
      for (const own of work.adjustments.filter((one) => one.entry === entry.entry))
        say(
          `${own.kind === 'excused' ? 'Not scored' : `Set to ${points(own.points!)}`}: ${own.reason}`,
          {
            indent: 12,
          },
        );
    }
  }
  const { count } = pdf.bufferedPageRange();
  for (let page = 0; page < count; page++) {
    pdf.switchToPage(page);
    // Below the margin a text would begin another page.
    pdf.page.margins.bottom = 0;
    pdf
      .font(fonts.plain)
      .fontSize(8)
      .fillColor(faded)
      .text(`${student.name} · ${page + 1} of ${count}`, margin, pdf.page.height - 34, {
        width,
        align: 'right',
      });
  }
  pdf.end();
  return whole;
}
