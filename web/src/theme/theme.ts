import { ref, watchEffect } from 'vue';

export const themes = ['light', 'cream', 'dark', 'strong'] as const;
export type Theme = (typeof themes)[number];

const stored = themes.find((text) => text === localStorage.getItem('oaken-theme'));
/** What the device asks for. */
function preferred(): Theme {
  if (matchMedia('(prefers-contrast: more)').matches) return 'strong';
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

export const theme = ref<Theme>(stored ?? preferred());

watchEffect(() => {
  document.documentElement.dataset.theme = theme.value;
  // Element Plus keeps its own few dark rules behind this class.
  document.documentElement.classList.toggle('dark', theme.value === 'dark');
});

export function setTheme(text: Theme): void {
  theme.value = text;
  localStorage.setItem('oaken-theme', text);
}

export const turnTheme = () => setTheme(theme.value === 'dark' ? 'light' : 'dark');
