/** A student's report on paper: score, standards, and every answer with what was said about it. */
import type { StudentWork } from '@oaken/contract/results';
import { percentText, plainText } from '@oaken/core/text';
import type { Language } from '@oaken/core/timing';
import { written } from '@oaken/words/written';
import PDFDocument from 'pdfkit';
import { fonts } from '../paper/fonts';

const ink = '#1f2428';
const faded = '#5d6468';
const rule = '#b8a98a';
const margin = 54;

const points = (value: number) => String(Math.round(value * 100) / 100);

export interface ReportFacts {
  school: string;
  /** "Thu 26 Nov 2026", in the school's zone. */
  printed: string;
  handedIn: string;
  standards: { code: string; statement: string; words: string }[];
  /** With every answer, or the score and standards alone. */
  answers: boolean;
  language: Language;
}

type Say = ReturnType<typeof written>;

/**
 * While something waits to be marked, what is marked so far out of what that gives; never a
 * percentage of the whole.
 */
export function scoreWords(
  { attempt, entries }: Pick<StudentWork, 'attempt' | 'entries'>,
  language: Language,
): string {
  const say = written(language);
  const maxPoints = attempt.maxPoints ?? 0;
  const earned = attempt.points ?? 0;
  const waiting = entries.reduce(
    (sum, entry) => sum + (entry.needsMarking ? entry.maxPoints : 0),
    0,
  );
  if (waiting === 0)
    return say('studentReport.score', {
      earned: points(earned),
      possible: points(maxPoints),
      percent: percentText(earned / maxPoints, language),
    });
  if (waiting >= maxPoints) return say('studentReport.allWaiting', { waiting: points(waiting) });
  return say('studentReport.scoreSoFar', {
    earned: points(earned),
    possible: points(maxPoints - waiting),
    waiting: points(waiting),
  });
}

/** What a question gave, in words; empty where nothing is known. */
function earnedInWords(
  { override, needsMarking, points: earned, maxPoints }: StudentWork['entries'][number],
  say: Say,
): string {
  if (override === 'dropped') return say('studentReport.dropped');
  if (needsMarking) return say('studentReport.toBeMarked');
  return earned === null
    ? ''
    : say('studentReport.earned', { earned: points(earned), possible: points(maxPoints) });
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

  /**
   * Ends the paper with the pages counted.
   *
   * @param foot what stands below a page, the first being 1
   */
  async finish(foot: (page: number, pages: number) => string): Promise<Buffer> {
    const chunks: Buffer[] = [];
    this.pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
    const whole = new Promise<Buffer>((done, failed) => {
      this.pdf.on('end', () => done(Buffer.concat(chunks)));
      this.pdf.on('error', failed);
    });
    const { count } = this.pdf.bufferedPageRange();
    for (let page = 0; page < count; page++) {
      this.pdf.switchToPage(page);
      this.foot(foot(page + 1, count));
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
  const say = written(facts.language);
  writeHead(paper, work, facts, say);
  writeStandards(paper, facts, say);
  if (facts.answers) writeAnswers(paper, work, say);
  const { name } = work.student;
  return paper.finish((page, pages) => say('studentReport.page', { name, page, pages }));
}

function writeHead(paper: Paper, work: StudentWork, facts: ReportFacts, say: Say): void {
  const { attempt, student } = work;
  paper.say(`${facts.school} · ${facts.printed}`, { size: 8.5, colour: faded });
  paper.say(work.title, { size: 18, font: 'title', gap: 1 });
  paper.say(`${student.name}, ${student.class}`, { size: 12, gap: 2 });
  paper.line();
  if (attempt.excused) paper.say(say('studentReport.notScored'), { font: 'bold' });
  else if (attempt.points !== null && attempt.maxPoints)
    paper.say(scoreWords(work, facts.language), { size: 13, font: 'bold' });
  paper.say(facts.handedIn, { colour: faded });
  if (attempt.lateOff > 0)
    paper.say(
      say('studentReport.late', { percent: percentText(attempt.lateOff, facts.language, 2) }),
      {
        colour: faded,
      },
    );
  for (const { kind, points: given, reason } of decisionsAbout(work, null))
    paper.say(
      kind === 'bonus'
        ? say('studentReport.bonus', { n: given ?? 0, reason })
        : say('studentReport.notScoredBecause', { reason }),
    );
}

function writeStandards(paper: Paper, { standards }: ReportFacts, say: Say): void {
  if (standards.length === 0) return;
  paper.say(say('studentReport.byStandard'), { size: 13, font: 'title', gap: 2 });
  for (const { code, statement, words } of standards) {
    paper.say(statement || code, { font: 'bold', gap: 0 });
    paper.say(`${words}${statement ? ` (${code})` : ''}`, { colour: faded });
  }
}

function writeAnswers(paper: Paper, work: StudentWork, say: Say): void {
  paper.space();
  for (const [index, entry] of work.entries.entries()) {
    paper.keep(90);
    paper.line();
    const number = index + 1;
    const earned = earnedInWords(entry, say);
    paper.say(
      earned
        ? say('studentReport.questionEarned', { number, earned })
        : say('studentReport.question', { number }),
      { font: 'bold', gap: 1 },
    );
    paper.say(plainText(entry.stem));
    const answer = entry.responseText;
    paper.say(answer ? say('studentReport.answer', { answer }) : say('studentReport.noAnswer'), {
      indent: 12,
    });
    for (const right of entry.right)
      paper.say(say('studentReport.right', { right }), { indent: 12, colour: faded });
    for (const { comment } of entry.comments)
      if (comment !== '')
        paper.say(say('studentReport.teacher', { comment }), { indent: 12, font: 'bold' });
    for (const { kind, points: given, reason } of decisionsAbout(work, entry.entry))
      paper.say(
        kind === 'excused'
          ? say('studentReport.notScoredBecause', { reason })
          : say('studentReport.pointsSetTo', { points: points(given ?? 0), reason }),
        { indent: 12 },
      );
  }
}

/** What was decided about a question, or about the whole work. */
const decisionsAbout = ({ adjustments }: StudentWork, entry: string | null) =>
  adjustments.filter((adjustment) => adjustment.entry === entry);
