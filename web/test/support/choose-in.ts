import { flushPromises, type DOMWrapper } from '@vue/test-utils';

/** Opens the list of a select's text box and presses the choice that reads so. */
export async function chooseIn(
  combobox: Omit<DOMWrapper<Element>, 'exists'>,
  choice: string,
): Promise<void> {
  await combobox.trigger('click');
  await flushPromises();
  const list = document.getElementById(combobox.attributes('aria-controls') ?? '');
  const options = [...(list?.querySelectorAll('[role=option]') ?? [])];
  const option = options.find(({ textContent }) => textContent?.trim() === choice);
  if (!option)
    throw new Error(
      `There is no choice “${choice}” among ${options.map((o) => o.textContent?.trim()).join(', ')}.`,
    );
  (option as HTMLElement).click();
  await flushPromises();
}
