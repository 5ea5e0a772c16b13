import { expect, type Locator } from '@playwright/test';

/** Opens a select and presses the choice that reads so. */
export async function choose(field: Locator, choice: string | RegExp): Promise<void> {
  // A select that is just closing takes the focus back once more.
  await expect(async () => {
    await field.focus();
    await field.press('ArrowDown');
    await expect(field).toHaveAttribute('aria-expanded', 'true', { timeout: 1_000 });
  }).toPass();
  const list = field.page().locator(`[id="${await field.getAttribute('aria-controls')}"]`);
  await list.getByRole('option', { name: choice, exact: typeof choice === 'string' }).click();
  await expect(field).toHaveAttribute('aria-expanded', 'false');
}

/** Opens a select that takes several and presses each choice; it stays open until it is told. */
export async function chooseSeveral(field: Locator, choices: readonly RegExp[]): Promise<void> {
  await field.focus();
  await field.press('ArrowDown');
  await expect(field).toHaveAttribute('aria-expanded', 'true');
  const list = field.page().locator(`[id="${await field.getAttribute('aria-controls')}"]`);
  for (const name of choices) await list.getByRole('option', { name }).click();
  await field.press('Escape');
  await expect(field).toHaveAttribute('aria-expanded', 'false');
}

/** Types a day, or a day with its time, as it stands in such fields: "Dec 4, 2026, 3:30 PM". */
export async function typeDate(field: Locator, text: string): Promise<void> {
  // The calendar opens with the field; it reads what is typed.
  await field.click();
  await expect(field).toHaveAttribute('aria-expanded', 'true');
  await field.fill(text);
  await field.press('Enter');
}
