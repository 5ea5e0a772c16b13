/** Which of the tools of a question lie open; they stay open from one question to the next that allows them. */
import { allowedTools, type StudentTool } from '@oaken/core/items';
import { computed, reactive, ref } from 'vue';
import type { CalculatorLevel } from './calculator';
import { useScratchPads } from './scratchPads';

export type OpenTool = 'scratch-pad' | 'calculator' | 'ruler' | 'protractor';

/** A tool as its button shows it. */
export interface OfferedTool {
  name: OpenTool;
  open: boolean;
  /** Something stands on the scratch pad. */
  used: boolean;
}

/**
 * @param allowed what the whole work allows, and what the question that is open does
 * @param entry the question that is open
 */
export function useTools(
  allowed: () => readonly (readonly StudentTool[] | undefined)[],
  entry: () => string,
) {
  const pads = useScratchPads();
  const wanted = reactive(new Set<OpenTool>());
  const tape = ref<{ line: string; result: string }[]>([]);
  const tools = computed(() => allowedTools(...allowed()));
  const level = computed((): CalculatorLevel | null => {
    if (tools.value.includes('scientific-calculator')) return 'scientific';
    return tools.value.includes('basic-calculator') ? 'basic' : null;
  });
  const names = computed((): OpenTool[] => [
    ...(pads ? (['scratch-pad'] as const) : []),
    ...(level.value ? (['calculator'] as const) : []),
    ...(['ruler', 'protractor'] as const).filter((tool) => tools.value.includes(tool)),
  ]);
  const isOpen = (tool: OpenTool) => wanted.has(tool) && names.value.includes(tool);
  const offered = computed(() =>
    names.value.map((name): OfferedTool => ({
      name,
      open: isOpen(name),
      used: name === 'scratch-pad' && (pads?.used.has(entry()) ?? false),
    })),
  );
  function toggle(tool: OpenTool): void {
    if (!wanted.delete(tool)) wanted.add(tool);
  }
  return { level, offered, isOpen, toggle, tape, pads };
}
