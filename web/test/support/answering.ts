/** A question on a page that remembers what is answered, as the sitting page does. */
import { forSitting, type Part, type Responses } from '@oaken/core/items';
import { mount, type VueWrapper } from '@vue/test-utils';
import { item } from '../../../core/test/support/one-of-each';
import ItemView from '../../src/kinds/ItemView.vue';
import { sendFileKey, type SendFile } from '../../src/parts/upload';

export class Answering {
  readonly page: VueWrapper;
  responses: Responses;

  constructor(
    private readonly part: Part,
    {
      response,
      disabled = false,
      send,
      crossing = false,
      struck = [] as string[],
    }: {
      response?: unknown;
      disabled?: boolean;
      send?: SendFile;
      crossing?: boolean;
      struck?: string[];
    } = {},
  ) {
    this.responses = response === undefined ? {} : { [part.id]: response };
    this.page = mount(ItemView, {
      attachTo: document.body,
      props: {
        item: forSitting(item(part)),
        responses: this.responses,
        name: 'question',
        disabled,
        crossing,
        struck: { [part.id]: struck },
        onAnswer: (id: string, given: unknown) => {
          this.responses = { ...this.responses, [id]: given };
          void this.page.setProps({ responses: this.responses });
        },
      },
      global: { provide: send ? { [sendFileKey as symbol]: send } : {} },
    });
  }

  get response(): unknown {
    return this.responses[this.part.id];
  }

  /** A control by its accessible name or text. */
  control(name: string) {
    const all = this.page.findAll('button, input, select, textarea, [role=checkbox], li[tabindex]');
    const match = all.find((element) => {
      const label =
        element.attributes('aria-label') ?? element.element.closest('label')?.textContent;
      return (label ?? element.text()).trim() === name || element.text() === name;
    });
    if (!match) throw new Error(`There is no control “${name}”.`);
    return match;
  }

  async press(...names: string[]): Promise<void> {
    for (const name of names) {
      const control = this.control(name);
      const { type } = control.element as HTMLInputElement;
      if (type === 'radio' || type === 'checkbox') await control.setValue(true);
      else await control.trigger('click');
    }
  }
}
