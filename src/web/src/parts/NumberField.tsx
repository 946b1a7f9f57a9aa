import { TypedField, type FieldWords } from './TypedField'

interface Props extends FieldWords {
  value: number
  unit: string
  onChange: (value: number) => void
}

/** A number with its unit. */
export function NumberField({ value, width = 150, ...rest }: Props) {
  return (
    <TypedField
      {...rest}
      width={width}
      text={String(value).replace('-', '−')}
      read={readNumber}
      unreadable={(typed) => `“${typed}” is not a number. Enter one, such as ${value || 2.5}.`}
      inputMode="decimal"
    />
  )
}

/** A number as people type it: comma or point, any minus; null when it is none. */
export function readNumber(text: string) {
  const clean = text.trim().replace(',', '.').replace('−', '-')
  if (!/^-?\d+(\.\d*)?$/.test(clean)) return null
  const number = Number(clean)
  return Number.isFinite(number) ? number : null
}
