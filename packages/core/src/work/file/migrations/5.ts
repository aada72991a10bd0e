/** Version 5 to 6: equations have their numbers at a margin that the house style chooses. Frozen. */

export function houseStyleFrom5({ display, ...style }: { display?: unknown }): object {
  return { ...style, display: { ...(display as object), numberSide: 'right' } }
}

export const from5 = (file: Record<string, unknown>): Record<string, unknown> => ({
  ...file,
  version: 6,
  houseStyle: houseStyleFrom5(file.houseStyle as object),
})
