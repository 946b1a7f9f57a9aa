import { useQuery } from '@tanstack/react-query'
import { api, told } from './client'

/** Names and meanings that every screen needs. */
export const useReference = () => useQuery({ queryKey: ['reference'], queryFn: () => told(api.GET('/api/reference')), staleTime: Infinity })

/** The shelf. */
export const useShelf = () => useQuery({ queryKey: ['kit'], queryFn: () => told(api.GET('/api/kit')) })
