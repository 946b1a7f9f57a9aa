import type { Schema } from '../api/client'
import { sendKeptLooks } from './looks'
import { takeOverOlderKeeping } from './olderKeeping'
import { queue } from './queue'
import { lookCases, openVault, removeLook, removeWrite, readWrites, vaultOwner } from './vault'
import { wordsOf, type Write } from './writes'

/** Opens what this person left on the device and sends it. Asked again for the same person it only sends. */
export async function startKeeping(device: Schema['DeviceKeeping'], refresh: (caseId: string) => void) {
  if (vaultOwner() !== device.owner) {
    await openVault(device)
    await takeOverOlderKeeping()
  }
  await Promise.all([queue.start(refresh), sendKeptLooks().then(({ sent }) => sent.forEach(refresh))])
}

/** Nobody is signed in any more: what is kept is sealed. */
export async function stopKeeping() {
  queue.stop()
  await openVault(null)
}

/** Sends what waits and names what could not be sent. */
export async function sendAllOrName(): Promise<string[]> {
  await queue.flush()
  const { left } = await sendKeptLooks()
  const writes = await readWrites<Write>()
  return [...writes.map(({ value }) => wordsOf(value)), ...left.map(() => 'Entries on Look')]
}

/** Throws away what this person left on the device. */
export async function throwAway() {
  for (const { id } of await readWrites<Write>()) await removeWrite(id)
  for (const caseId of await lookCases()) await removeLook(caseId)
}
