/** Signs that say where a line of a formula may end, on the pages and on the screen. */

/** Lines end at these, and are aligned at them, outside of brackets. */
export const relationSigns = '=<>≤≥≪≫≈≃≅∼≡≠∝→←↔⇒⇔↦∈∋⊂⊃⊆⊇≺≻∥⊥⩽⩾≲≳'
export const openingSigns = '([{⟨'
export const closingSigns = ')]}⟩'
