import { useEffect, useRef } from 'react'

/** A question picked from the list; picked anew each time, so that the same one may be picked twice. */
export interface Asked {
  field: string
}

/** Brings an element into view when a question about one of its fields is picked. */
export function useAsked<T extends HTMLElement>(asked: Asked | null, prefix: string | readonly string[], onAsked?: () => void) {
  const ref = useRef<T>(null)
  const mine = asked !== null && [prefix].flat().some((one) => asked.field === one || asked.field.startsWith(`${one}.`))
  useEffect(() => {
    if (!mine) return
    onAsked?.()
    ref.current?.scrollIntoView({ block: 'center' })
    ref.current?.focus({ preventScroll: true })
    // Only a new question moves the page.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked])
  return ref
}
