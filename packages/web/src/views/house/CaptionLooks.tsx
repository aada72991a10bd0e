/** Captions of a series may look otherwise than the rest: given a look of their own, and taken back. */
import type { HouseStyle } from '@steady-ledger/core/work/parts/houseStyle.ts'
import type { Scheme } from '@steady-ledger/core/work/parts/scheme.ts'
import { Menu } from '../../ui/Menu.tsx'

interface Props {
  style: HouseStyle
  scheme: Scheme
  change(next: HouseStyle): void
}

export function CaptionLooks({ style, scheme, change }: Props) {
  const captioned = scheme.series.filter(({ statement, key }) => statement === null && key !== 'equation')
  return (
    <p className="button-row">
      <Menu
        label="A look of their own for the captions of a series, or that of all captions"
        items={captioned.map(({ key, names }) => {
          const { [key]: own, ...rest } = style.captions
          return {
            key,
            says: own ? `${names.many}: as all captions` : `${names.many}: a look of their own`,
            run: () => change({ ...style, captions: own ? rest : { ...rest, [key]: { ...style.caption } } }),
          }
        })}
      >
        Captions of a series…
      </Menu>
    </p>
  )
}
