import { Box, Button, TextField, Typography } from '@mui/material'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, told, type Schema } from '../api/client'
import { count, day, money } from '../format/format'
import { Figure, Page, Part } from '../parts/Page'
import { Trouble, Waiting } from '../parts/Trouble'
import { offerUndo } from '../parts/undo'
import { Shell } from '../shell/Shell'
import { NumberField } from '../sites/NumberField'
import { useShelf } from '../sites/useLook'

type Entry = Schema['ShelfEntry']

const roleWords: Record<Schema['DeviceRole'], string> = {
  transmitter: 'Transmitters',
  receiver: 'Receivers',
  relay: 'Relays',
  adapter: 'Adapters',
  lead: 'Leads',
  supply: 'Supplies',
  roomSpeaker: 'Room speakers',
}

/** The shelf: every device, its price and the marks printed on its box. */
export function KitPage() {
  const shelf = useShelf()
  const [wanted, setWanted] = useState('')
  const match = (e: Entry) => `${e.device.name} ${e.device.maker}`.toLowerCase().includes(wanted.trim().toLowerCase())
  const unread = shelf.data?.devices.filter((e) => marksOf(e.device).some((m) => m.mark.trim() === '')).length ?? 0
  return (
    <Shell place="Kit">
      <Page
        headline={shelf.data ? `${shelf.data.devices.length} things on the shelf` : 'Kit'}
        figures={
          unread > 0 && <Figure value={count(unread, 'device', 'devices')} after="with a codec mark nobody has read: planned as SBC" />
        }
      >
        {shelf.isPending && <Waiting words="Fetching the shelf…" />}
        {shelf.isError && <Trouble error={shelf.error} onRetry={() => void shelf.refetch()} />}
        <TextField label="Find by name or maker" value={wanted} onChange={(e) => setWanted(e.target.value)} sx={{ maxWidth: 420, mt: 4 }} />
        {shelf.data &&
          (Object.keys(roleWords) as Schema['DeviceRole'][]).map((role) => {
            const entries = shelf.data.devices.filter((e) => e.device.role === role && match(e))
            return (
              entries.length > 0 && (
                <Part key={role} title={roleWords[role]}>
                  {entries.map((e) => (
                    <ShelfRow key={`${e.device.id} ${e.version}`} entry={e} currency={shelf.data.currency} />
                  ))}
                </Part>
              )
            )
          })}
      </Page>
    </Shell>
  )
}

const vendor = (codec: Schema['Codec']) => codec.class !== 'sbc' && codec.class !== 'aac' && codec.class !== 'lc3'

/** Makers' codecs of a device, one for each class. */
export function marksOf(device: Schema['Device']) {
  const codecs = (device.links ?? []).flatMap((l) => [...(l.codecs ?? []), ...(l.codecsWithSeveral ?? [])]).filter(vendor)
  return codecs.filter((c, i) => codecs.findIndex((other) => other.class === c.class) === i)
}

function ShelfRow({ entry, currency }: { entry: Entry; currency: string }) {
  const { device, version } = entry
  const queries = useQueryClient()
  const [open, setOpen] = useState(false)
  const [price, setPrice] = useState(device.price)
  const [marks, setMarks] = useState(marksOf(device))
  const [error, setError] = useState<unknown>(null)
  const path = { deviceId: device.id }
  const refresh = () =>
    Promise.all(['kit', 'rigs', 'case', 'cases', 'questions'].map((key) => queries.invalidateQueries({ queryKey: [key] })))
  const keep = async () => {
    try {
      await told(
        api.PATCH('/api/kit/{deviceId}', { params: { path }, body: { version, price: price === device.price ? null : price, marks } }),
      )
      await refresh()
    } catch (refused) {
      setError(refused)
    }
  }
  const remove = async () => {
    try {
      await told(api.DELETE('/api/kit/{deviceId}', { params: { path } }))
      offerUndo(
        `${device.name} was taken off the shelf.`,
        () => void told(api.POST('/api/kit/{deviceId}/restore', { params: { path } })).then(refresh),
      )
      await refresh()
    } catch (refused) {
      setError(refused)
    }
  }
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', py: 2 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, rowGap: 1, alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 260px', minWidth: 0 }}>
          <Typography sx={{ fontWeight: 650 }}>{device.name}</Typography>
          <Typography variant="body2" color="textSecondary">
            {[device.maker, ...abilities(device)].join(' · ')}
          </Typography>
        </Box>
        <Typography sx={{ textAlign: 'right' }}>
          {money(device.price, currency)}
          <Typography component="span" variant="caption" color="textSecondary" sx={{ display: 'block' }}>
            {day(device.pricedOn)}
          </Typography>
        </Typography>
        <Button
          variant="text"
          onClick={() => setOpen(!open)}
          aria-expanded={open}
          aria-label={`${open ? 'Close' : 'Correct'} ${device.name}`}
        >
          {open ? 'Close' : 'Correct'}
        </Button>
        <Button variant="text" onClick={() => void remove()} aria-label={`Take off ${device.name}`}>
          Take off
        </Button>
      </Box>
      {error !== null && <Trouble error={error} />}
      {open && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault()
            void keep()
          }}
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 3, mb: 2 }}
        >
          <NumberField label="Price" unit={currency} value={price} onChange={setPrice} width={160} />
          {marks.map((m, i) => (
            <TextField
              key={m.class}
              label={`Mark printed: ${classWords[m.class] ?? m.class}`}
              value={m.mark}
              onChange={(e) => setMarks(marks.map((other, at) => (at === i ? { ...other, mark: e.target.value } : other)))}
              sx={{ width: 280, maxWidth: '100%' }}
            />
          ))}
          <Button type="submit" variant="contained" color="primary">
            Keep
          </Button>
        </Box>
      )}
    </Box>
  )
}

const classWords: Partial<Record<Schema['CodecClass'], string>> = {
  vendorStandard: 'standard',
  vendorLowLatency: 'low-latency',
  vendorAdaptiveLowLatency: 'adaptive',
  vendorHighDefinition: 'high-definition',
  vendorHighRate: 'high-rate',
  vendorDualListener: 'dual-listener',
}

const linkWords: Record<Schema['LinkTechnology'], string> = {
  bluetoothClassic: 'Bluetooth',
  leAudioUnicast: 'LE Audio',
  leAudioBroadcast: 'LE Audio broadcast',
  digital24GHz: '2.4 GHz',
  uhfDigital: 'UHF',
  uhfAnalogue: 'UHF',
  infraredDigital: 'infrared',
  infraredAnalogue: 'infrared',
  aidRadio: 'aids’ own radio',
  nearField: 'near field',
}

function abilities(device: Schema['Device']) {
  const links = device.links ?? []
  const sends = links.find((l) => l.transmits)
  const marks = marksOf(device).map((m) =>
    m.mark.trim() ? `${classWords[m.class]} “${m.mark.trim()}”` : `${classWords[m.class]}, mark unread`,
  )
  return [
    ...new Set(
      links.map(
        (l) =>
          `${linkWords[l.technology]}${l.family ? `, family ${l.family}${l.generations?.length ? ` ${l.generations.join(', ')}` : ''}` : ''}`,
      ),
    ),
    ...marks,
    ...(sends && device.role === 'transmitter' ? [`feeds ${sends.listenersAtOnce ?? 1} at once`] : []),
    ...(device.passesThrough ? ['passes the signal on'] : []),
    ...(device.power && device.power.usbDrawMa > 0 ? [`${device.power.usbDrawMa} mA`] : []),
  ]
}
