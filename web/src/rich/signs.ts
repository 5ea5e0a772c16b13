/** Signs that a keyboard lacks, by what they are for. */
import { say } from '../words/teacher';
export const signs: [group: string, signs: string][] = [
  [say('editor.numbers'), '× ÷ ± − · ≈ ≠ ≤ ≥ ½ ⅓ ⅔ ¼ ¾ ∞ √ π %'],
  [say('editor.units'), '° ′ ″ µ Ω ² ³ ‰ € £ ¢'],
  [say('editor.arrows'), '→ ← ↑ ↓ ↔ ⇒ ⇔'],
  [say('editor.geometry'), '∠ ⊥ ∥ △ ≅ ∼'],
  [say('editor.letters'), 'á à â ä ç é è ê ë í ñ ó ö ø ß ú ü å æ α β γ δ θ λ Δ Σ'],
  [say('editor.marks'), '– — … “ ” ‘ ’ • § ¶ © ™'],
];
