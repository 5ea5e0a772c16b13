import { ref, watchEffect } from 'vue';

type Theme = 'light' | 'dark';

const stored = localStorage.getItem('oaken-theme');
const preferred: Theme = matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';

export const theme = ref<Theme>(stored === 'dark' || stored === 'light' ? stored : preferred);

watchEffect(() => {
  document.documentElement.dataset.theme = theme.value;
  // Element Plus keeps its own few dark rules behind this class.
  document.documentElement.classList.toggle('dark', theme.value === 'dark');
});

export function turnTheme(): void {
  theme.value = theme.value === 'dark' ? 'light' : 'dark';
  localStorage.setItem('oaken-theme', theme.value);
}
