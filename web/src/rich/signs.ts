/** Signs that a keyboard lacks, by what they are for. */
export const signs: [group: string, signs: string][] = [
  ['Numbers', '× ÷ ± − · ≈ ≠ ≤ ≥ ½ ⅓ ⅔ ¼ ¾ ∞ √ π %'],
  ['Units', '° ′ ″ µ Ω ² ³ ‰ € £ ¢'],
  ['Arrows', '→ ← ↑ ↓ ↔ ⇒ ⇔'],
  ['Geometry', '∠ ⊥ ∥ △ ≅ ∼'],
  ['Letters', 'á à â ä ç é è ê ë í ñ ó ö ø ß ú ü å æ α β γ δ θ λ Δ Σ'],
  ['Marks', '– — … “ ” ‘ ’ • § ¶ © ™'],
];
