import type { Migration } from './migration';

/** Of one assignment, over its classes; `grade` by grade or over all of them. */
const sittings = (grade: string) => `
  SELECT s.item_id, r.asked, ${grade} AS grade, SUM(s.answers) AS answers, SUM(s.earned) AS earned, SUM(s.n) AS n,
         SUM(s.x) AS x, SUM(s.y) AS y, SUM(s.xx) AS xx, SUM(s.yy) AS yy, SUM(s.xy) AS xy
    FROM item_sums s JOIN revisions r ON r.id = s.revision_id
   GROUP BY s.item_id, r.asked, s.assignment_id${grade === 's.grade' ? ', s.grade' : ''}`;

const totals = (grade: string) => `
  INSERT INTO item_totals
  SELECT item_id, asked, grade, SUM(answers), SUM(earned), SUM(IF(n < 2, 0, n)),
         SUM(IF(n < 2, 0, xx - x * x / n)), SUM(IF(n < 2, 0, yy - y * y / n)), SUM(IF(n < 2, 0, xy - x * y / n)),
         SUM(IF(n < 2, 0, xx)), SUM(IF(n < 2, 0, yy))
    FROM (${sittings(grade)}) o GROUP BY item_id, asked, grade`;

/**
 * The sums of an item over all assignments, kept so that new work costs what it adds. And which work
 * is in them: as it was when `figures_at` was its time of scoring. What is not, or not any more as it
 * is now, the database knows by itself.
 */
export const keptTotals: Migration = {
  name: '043-kept-totals',
  async up(run) {
    await run(`CREATE TABLE item_totals (
      item_id INT UNSIGNED NOT NULL,
      asked CHAR(32) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      grade SMALLINT NOT NULL,
      answers INT NOT NULL,
      earned DOUBLE NOT NULL,
      n INT NOT NULL,
      xx DOUBLE NOT NULL,
      yy DOUBLE NOT NULL,
      xy DOUBLE NOT NULL,
      scale_x DOUBLE NOT NULL,
      scale_y DOUBLE NOT NULL,
      PRIMARY KEY (item_id, asked, grade),
      FOREIGN KEY (item_id) REFERENCES items (id)
    )`);
    await run(totals('s.grade'));
    await run(totals('-2'));
    await run(
      `ALTER TABLE attempts ADD COLUMN figures_at DATETIME(3) NULL,
      ADD COLUMN in_figures BOOLEAN NOT NULL DEFAULT FALSE`,
    );
    await run(`UPDATE attempts t JOIN assignments a ON a.id = t.assignment_id
         SET t.figures_at = COALESCE(t.scored_at, t.handed_in_at),
             t.in_figures = t.counts AND NOT t.excused AND a.kind <> 'round'
       WHERE t.handed_in_at <= a.figures_at AND (t.scored_at IS NULL OR t.scored_at <= a.figures_at)`);
    await run(`ALTER TABLE attempts ADD COLUMN figures_stale BOOLEAN
      AS ((handed_in_at IS NOT NULL OR in_figures)
          AND NOT (COALESCE(scored_at, handed_in_at) <=> figures_at)) PERSISTENT,
      ADD KEY figures_stale (figures_stale, assignment_id), DROP KEY scored`);
    await run('ALTER TABLE assignments ADD KEY figures (figures_at)');
  },
  async down(run) {
    await run('ALTER TABLE assignments DROP KEY figures');
    await run(
      `ALTER TABLE attempts ADD KEY scored (assignment_id, scored_at), DROP KEY figures_stale,
        DROP COLUMN figures_stale, DROP COLUMN in_figures, DROP COLUMN figures_at`,
    );
    await run('DROP TABLE item_totals');
  },
};
