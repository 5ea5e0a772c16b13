import type { Migration } from './migration';

const curricula = `CREATE TABLE curricula (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  school_id INT UNSIGNED NOT NULL,
  owner_id INT UNSIGNED NOT NULL,
  name VARCHAR(200) NOT NULL,
  subject VARCHAR(60) NOT NULL DEFAULT '',
  reach ENUM('mine', 'read', 'edit') NOT NULL DEFAULT 'mine',
  version INT UNSIGNED NOT NULL DEFAULT 1,
  client_key CHAR(36) NOT NULL,
  created_at DATETIME(3) NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  removed_at DATETIME(3) NULL,
  UNIQUE KEY once (owner_id, client_key),
  FOREIGN KEY (school_id) REFERENCES schools (id),
  FOREIGN KEY (owner_id) REFERENCES accounts (id)
)`;

const lines = `CREATE TABLE curriculum_lines (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  curriculum_id INT UNSIGNED NOT NULL,
  position SMALLINT UNSIGNED NOT NULL,
  level TINYINT UNSIGNED NOT NULL,
  kind ENUM('course', 'unit', 'week', 'lesson', 'topic') NOT NULL,
  title VARCHAR(200) NOT NULL,
  starts_on DATE NULL,
  removed_at DATETIME(3) NULL,
  KEY place (curriculum_id, position),
  FOREIGN KEY (curriculum_id) REFERENCES curricula (id) ON DELETE CASCADE
)`;

const placements = `CREATE TABLE curriculum_placements (
  id INT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
  line_id INT UNSIGNED NOT NULL,
  position SMALLINT UNSIGNED NOT NULL,
  item_id INT UNSIGNED NULL,
  test_id INT UNSIGNED NULL,
  UNIQUE KEY item_once (line_id, item_id),
  UNIQUE KEY test_once (line_id, test_id),
  FOREIGN KEY (line_id) REFERENCES curriculum_lines (id) ON DELETE CASCADE,
  FOREIGN KEY (item_id) REFERENCES items (id),
  FOREIGN KEY (test_id) REFERENCES tests (id)
)`;

const followed = `CREATE TABLE class_curricula (
  class_id INT UNSIGNED PRIMARY KEY,
  curriculum_id INT UNSIGNED NOT NULL,
  line_id INT UNSIGNED NULL,
  FOREIGN KEY (class_id) REFERENCES classes (id) ON DELETE CASCADE,
  FOREIGN KEY (curriculum_id) REFERENCES curricula (id) ON DELETE CASCADE,
  FOREIGN KEY (line_id) REFERENCES curriculum_lines (id)
)`;

/** Curricula: ordered outlines in which items and tests are placed, and which classes follow. */
export const curriculaOfSchools: Migration = {
  name: '037-curricula',
  async up(run) {
    for (const table of [curricula, lines, placements, followed]) await run(table);
  },
  async down(run) {
    for (const table of [
      'class_curricula',
      'curriculum_placements',
      'curriculum_lines',
      'curricula',
    ])
      await run(`DROP TABLE ${table}`);
  },
};
