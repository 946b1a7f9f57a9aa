import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { api, told, type Schema } from '../api/client'

/** Menu paths met on visits to sets of a model, once its label has stood still for a moment. */
export function useMenuPaths(typed: string): readonly Schema['MenuPath'][] {
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
  return model.length === 0 ? [] : (memory.data?.menuPaths ?? [])
}
