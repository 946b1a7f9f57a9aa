import type { Schema } from '../api/client'

/** Headings of the shelf. */
export const roleWords: Record<Schema['DeviceRole'], string> = {
  transmitter: 'Transmitters',
  receiver: 'Receivers',
  relay: 'Relays',
  adapter: 'Adapters',
  lead: 'Leads',
  supply: 'Supplies',
  roomSpeaker: 'Room speakers',
  linkReceiver: 'Boxes before a speaker',
}

/** What one of them is called. */
export const roleWord: Record<Schema['DeviceRole'], string> = {
  transmitter: 'transmitter',
  receiver: 'receiver',
  relay: 'relay worn on the body',
  adapter: 'adapter or splitter',
  lead: 'lead',
  supply: 'mains supply with USB',
  roomSpeaker: 'room speaker',
  linkReceiver: 'receiver before a speaker',
}
