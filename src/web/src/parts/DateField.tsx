import { day } from '../format/format'
import { readDay } from './readDay'
import { TypedField, type FieldWords } from './TypedField'

interface Props extends FieldWords {
  /** ISO date; null while there is none. */
  value: string | null
  onChange: (value: string | null) => void
}

/** A date, written as everywhere else here whatever the browser's own way. */
export function DateField({ value, onChange, width = '100%', ...rest }: Props) {
  return (
    <TypedField
      {...rest}
      width={width}
      text={value ? day(value) : ''}
      placeholder="2 Oct 2026"
      read={(typed) => (typed.trim() === '' ? '' : readDay(typed))}
      unreadable={(typed) => `“${typed}” is no date. Enter one, such as 2 Oct 2026.`}
      onChange={(read) => onChange(read || null)}
    />
  )
}
