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
