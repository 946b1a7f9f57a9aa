import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { api, told } from '../api/client'

/** Most paths offered at once. */
const most = 3

/** Menu paths to the sound output met on visits to sets of a model, once its label has stood still for a moment. */
export function useMenuPaths(typed: string): readonly string[] {
  const [model, setModel] = useState(typed.trim())
  useEffect(() => {
    const timer = setTimeout(() => setModel(typed.trim()), 400)
    return () => clearTimeout(timer)
  }, [typed])
  const memory = useQuery({
    queryKey: ['set-memory', model],
    queryFn: () => told(api.GET('/api/set-memory', { params: { query: { model } } })),
    enabled: model.length > 0,
  })
  return model.length === 0 ? [] : (memory.data?.menuPaths ?? []).slice(0, most)
}
