/** Captions of a series may look otherwise than the rest: given a look of their own, and taken back. */
import type { HouseStyle } from '@steady-ledger/core/work/parts/houseStyle.ts'
import type { Scheme } from '@steady-ledger/core/work/parts/scheme.ts'

interface Props {
  style: HouseStyle
  scheme: Scheme
  change(next: HouseStyle): void
}

export function CaptionLooks({ style, scheme, change }: Props) {
  const captioned = scheme.series.filter(({ statement, key }) => statement === null && key !== 'equation')
  return (
    <p className="button-row">
      <select
        aria-label="A look of their own for the captions of a series, or that of all captions"
        value=""
        onChange={event => {
          const key = event.target.value
          const { [key]: own, ...rest } = style.captions
          change({ ...style, captions: own ? rest : { ...rest, [key]: { ...style.caption } } })
        }}
      >
        <option value="">Captions of a series…</option>
        {captioned.map(({ key, names }) => (
          <option key={key} value={key}>
            {style.captions[key] ? `${names.many}: as all captions` : `${names.many}: a look of their own`}
          </option>
        ))}
      </select>
    </p>
  )
}
