import { useQuery } from '@tanstack/react-query'
import { api, told, type Schema } from '../api/client'
import { ProofLine } from '../parts/ProofLine'

/** What simulated devices say of a device as it stands on the shelf; nothing for a lead and the like. */
export function DeviceProof({ entry }: { entry: Schema['ShelfEntry'] }) {
  const { id } = entry.device
  const { data } = useQuery({
    queryKey: ['device-proof', id, entry.version],
    queryFn: () => told(api.GET('/api/kit/{deviceId}/proof', { params: { path: { deviceId: id } } })),
  })
  return data?.proof ? (
    <ProofLine
      proof={data.proof}
      holds="In the plainest room there is for it, it was connected as it is described here, heard, and heard again on seven evenings."
    />
  ) : null
}
