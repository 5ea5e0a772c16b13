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
const percent = (share: number) => `${wholePercent(share)}%`;

export interface ReportFacts {
  school: string;
  /** "Thu 26 Nov 2026", in the school's zone. */
  printed: string;
  handedIn: string;
  standards: { code: string; statement: string; words: string }[];
  /** With every answer, or the score and standards alone. */
  answers: boolean;
}

/**
 * While something waits to be marked, what is marked so far out of what that gives; never a
 * percentage of the whole.
 */
export function scoreWords({ attempt, entries }: Pick<StudentWork, 'attempt' | 'entries'>): string {
  const maxPoints = attempt.maxPoints ?? 0;
  const earned = attempt.points ?? 0;
  const waiting = entries.reduce(
    (sum, entry) => sum + (entry.needsMarking ? entry.maxPoints : 0),
    0,
  );
  if (waiting === 0)
    return `${points(earned)} of ${points(maxPoints)} points, ${percent(earned / maxPoints)}`;
  if (waiting >= maxPoints) return `${points(waiting)} points wait to be marked`;
  return `${points(earned)} of ${points(maxPoints - waiting)} points so far; ${points(waiting)} more wait to be marked`;
}

/** What a question gave, in words; empty where nothing is known. */
function earnedInWords({
  override,
  needsMarking,
  points: earned,
  maxPoints,
}: StudentWork['entries'][number]) {
  if (override === 'dropped') return 'does not count';
  if (needsMarking) return 'waits to be marked';
  return earned === null ? '' : `${points(earned)} of ${points(maxPoints)}`;
}

/** How a line of text looks. */
interface Style {
  size?: number;
  font?: keyof typeof fonts;
  colour?: string;
  /** From the left, in points. */
  indent?: number;
  /** Below, in tenths of a line. */
  gap?: number;
}

/** A paper that is written from top to bottom. */
class Paper {
  private readonly pdf: PDFKit.PDFDocument;
  private readonly width: number;

  constructor(title: string, author: string) {
    this.pdf = new PDFDocument({
      size: 'A4',
      margin,
      bufferPages: true,
      info: { Title: title, Author: author },
    });
    this.width = this.pdf.page.width - 2 * margin;
  }

  say(
    text: string,
    { size = 10, font = 'plain', colour = ink, indent = 0, gap = 3 }: Style = {},
  ): void {
    this.pdf
      .font(fonts[font])
      .fontSize(size)
      .fillColor(colour)
      .text(text, margin + indent, undefined, { width: this.width - indent })
      .moveDown(gap / 10);
  }

  line(): void {
    this.pdf
      .moveTo(margin, this.pdf.y + 2)
      .lineTo(margin + this.width, this.pdf.y + 2)
      .lineWidth(0.6)
      .strokeColor(rule)
      .stroke();
    this.pdf.y += 8;
  }

  space(): void {
    this.pdf.moveDown(0.4);
  }

  /** Goes on with the next page where less than this is left, so that a heading never stands alone at the foot. */
  keep(height: number): void {
    if (this.pdf.y > this.pdf.page.height - margin - height) this.pdf.addPage();
  }

  /** Ends the paper with the pages counted. */
  async finish(name: string): Promise<Buffer> {
    const chunks: Buffer[] = [];
    this.pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
    const whole = new Promise<Buffer>((done, failed) => {
      this.pdf.on('end', () => done(Buffer.concat(chunks)));
      this.pdf.on('error', failed);
    });
    const { count } = this.pdf.bufferedPageRange();
    for (let page = 0; page < count; page++) {
      this.pdf.switchToPage(page);
      this.foot(`${name} · ${page + 1} of ${count}`);
    }
    this.pdf.end();
    return whole;
  }

  private foot(text: string): void {
    // Below the margin a text would begin another page.
    this.pdf.page.margins.bottom = 0;
    this.pdf
      .font(fonts.plain)
      .fontSize(8)
      .fillColor(faded)
      .text(text, margin, this.pdf.page.height - 34, { width: this.width, align: 'right' });
  }
}

/** A student's report on paper. */
export function reportPdf(work: StudentWork, facts: ReportFacts): Promise<Buffer> {
  const paper = new Paper(`${work.title}: ${work.student.name}`, facts.school);
  writeHead(paper, work, facts);
  writeStandards(paper, facts);
  if (facts.answers) writeAnswers(paper, work);
  return paper.finish(work.student.name);
}

function writeHead(paper: Paper, work: StudentWork, facts: ReportFacts): void {
  const { attempt, student } = work;
  paper.say(`${facts.school} · ${facts.printed}`, { size: 8.5, colour: faded });
  paper.say(work.title, { size: 18, font: 'title', gap: 1 });
  paper.say(`${student.name}, ${student.class}`, { size: 12, gap: 2 });
  paper.line();
  if (attempt.excused) paper.say('This work is not scored.', { font: 'bold' });
  else if (attempt.points !== null && attempt.maxPoints)
    paper.say(scoreWords(work), { size: 13, font: 'bold' });
  paper.say(facts.handedIn, { colour: faded });
  if (attempt.lateOff > 0)
    paper.say(`${points(attempt.lateOff * 100)}% is taken off because it was late.`, {
      colour: faded,
    });
  for (const { kind, points: given, reason } of decisionsAbout(work, null))
    paper.say(
      kind === 'bonus'
        ? `${points(given ?? 0)} points besides: ${reason}`
        : `Not scored: ${reason}`,
    );
}

function writeStandards(paper: Paper, { standards }: ReportFacts): void {
  if (standards.length === 0) return;
  paper.say('By standard', { size: 13, font: 'title', gap: 2 });
  for (const { code, statement, words } of standards) {
    paper.say(statement || code, { font: 'bold', gap: 0 });
    paper.say(`${words}${statement ? ` (${code})` : ''}`, { colour: faded });
  }
}

function writeAnswers(paper: Paper, work: StudentWork): void {
  paper.space();
  for (const [index, entry] of work.entries.entries()) {
    paper.keep(90);
    paper.line();
    const earned = earnedInWords(entry);
    paper.say(`Question ${index + 1}${earned ? `, ${earned}` : ''}`, { font: 'bold', gap: 1 });
    paper.say(plainText(entry.stem));
    paper.say(`Answer: ${entry.responseText || 'none'}`, { indent: 12 });
    for (const right of entry.right) paper.say(`Right: ${right}`, { indent: 12, colour: faded });
    for (const { comment } of entry.comments)
      if (comment !== '') paper.say(`Teacher: ${comment}`, { indent: 12, font: 'bold' });
    for (const { kind, points: given, reason } of decisionsAbout(work, entry.entry)) {
      const decision = kind === 'excused' ? 'Not scored' : `Set to ${points(given ?? 0)}`;
      paper.say(`${decision}: ${reason}`, { indent: 12 });
    }
  }
}

/** What was decided about a question, or about the whole work. */
const decisionsAbout = ({ adjustments }: StudentWork, entry: string | null) =>
  adjustments.filter((adjustment) => adjustment.entry === entry);
