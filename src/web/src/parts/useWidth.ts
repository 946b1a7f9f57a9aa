import { useLayoutEffect, useRef, useState } from 'react'

/** The width of an element in pixels, kept up to date. */
export function useWidth<T extends HTMLElement>() {
  const ref = useRef<T>(null)
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const element = ref.current
    if (!element) return
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.floor(entry.contentRect.width)))
    watch.observe(element)
    setWidth(Math.floor(element.clientWidth))
    return () => watch.disconnect()
  }, [])
  return { ref, width }
}
