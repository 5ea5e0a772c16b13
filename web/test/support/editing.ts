/** An editor of a kind on a page that remembers what is written, as the item's page does. */
import type { Part } from '@oaken/core/items';
import { mount, type DOMWrapper, type VueWrapper } from '@vue/test-utils';
import ElementPlus from 'element-plus';
import { authoring } from '../../src/kinds/authoring';
import type { Problem } from '../../src/parts/problems';
import { chooseIn } from './choose-in';

export class Editing<P extends Part> {
  readonly page: VueWrapper;
  part: P;

  constructor(part: P, problems: Problem[] = []) {
    this.part = part;
    const { editor } = authoring[part.kind];
    if (!editor) throw new Error(`There is nothing to edit in “${part.kind}”.`);
    this.page = mount(editor, {
      props: {
        modelValue: part,
        problems,
        'onUpdate:modelValue': (changed: P) => {
          this.part = changed;
          void this.page.setProps({ modelValue: changed });
        },
      },
      global: { plugins: [ElementPlus] },
      attachTo: document.body,
    });
  }

  /** A field by its accessible name, or by the words of its label. */
  field(name: string) {
    const labelOf = (element: DOMWrapper<Element>) =>
      (element.attributes('aria-label') ?? element.element.closest('label')?.textContent ?? '')
        .replace(/\s+/g, ' ')
        .trim();
    const fields = this.page.findAll('input, select, textarea');
    const match =
      fields.find((element) => labelOf(element) === name) ??
      fields.find((element) => labelOf(element).startsWith(name));
    if (!match) throw new Error(`There is no field “${name}”.`);
    return match;
  }

  async type(name: string, value: string): Promise<void> {
    const field = this.field(name);
    await field.setValue(value);
    await field.trigger('change');
  }

  async choose(name: string, choice: string): Promise<void> {
    await chooseIn(this.field(name), choice);
  }

  async press(name: string): Promise<void> {
    const match = this.page
      .findAll('button')
      .find((button) => [button.attributes('aria-label'), button.text()].includes(name));
    if (!match) throw new Error(`There is no button “${name}”.`);
    await match.trigger('click');
  }
}
