import { useEffect, useState } from 'react'

/** What is typed, once nobody has typed for a moment. */
export function useSettled(typed: string, waitMs = 250): string {
  const [settled, setSettled] = useState(typed)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(typed), waitMs)
    return () => clearTimeout(timer)
  }, [typed, waitMs])
  return settled
}
