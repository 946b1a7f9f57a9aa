import { useQuery } from '@tanstack/react-query'
import { api, told } from './client'

/** Every standing case, last changed first. */
export const useCases = () => useQuery({ queryKey: ['cases'], queryFn: () => told(api.GET('/api/cases')) })
