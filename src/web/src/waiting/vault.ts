import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Schema } from '../api/client'

/** Something kept on this device, unreadable to anybody but its owner: the key comes with the sign-in and is never kept here. */
interface Sealed {
  owner: string
  iv: Uint8Array<ArrayBuffer>
  sealed: ArrayBuffer
}

interface Shelves extends DBSchema {
  /** Writes in the order they were made. */
  writes: { key: number; value: Sealed; indexes: { owner: string } }
  /** The newest unsent look of each case. */
  looks: { key: [string, string]; value: Sealed & { caseId: string }; indexes: { owner: string } }
}

let shelves: Promise<IDBPDatabase<Shelves>> | null = null
let keeper: { owner: string; key: CryptoKey } | null = null

const open = () =>
  (shelves ??= openDB<Shelves>('nightfrost', 1, {
    upgrade(db) {
      db.createObjectStore('writes', { autoIncrement: true }).createIndex('owner', 'owner')
      db.createObjectStore('looks', { keyPath: ['owner', 'caseId'] }).createIndex('owner', 'owner')
    },
  }))

/** Opens the vault for whoever signed in; nobody's for null. */
export async function openVault(device: Schema['DeviceKeeping'] | null) {
  if (!device) {
    keeper = null
    return
  }
  const bytes = Uint8Array.from(atob(device.key), (c) => c.charCodeAt(0))
  keeper = { owner: device.owner, key: await crypto.subtle.importKey('raw', bytes, 'AES-GCM', false, ['encrypt', 'decrypt']) }
}

/** Whose vault is open. */
export const vaultOwner = () => keeper?.owner ?? null

async function seal(value: unknown): Promise<Sealed> {
  if (!keeper) throw new Error('Nobody is signed in.')
  const { owner, key } = keeper
  const iv = crypto.getRandomValues(new Uint8Array(12))
  return { owner, iv, sealed: await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, key, new TextEncoder().encode(JSON.stringify(value))) }
}

async function unseal<T>({ iv, sealed }: Sealed): Promise<T | null> {
  if (!keeper) return null
  try {
    return JSON.parse(new TextDecoder().decode(await crypto.subtle.decrypt({ name: 'AES-GCM', iv }, keeper.key, sealed))) as T
  } catch {
    // Of an older key, or damaged: nobody can read it any more.
    return null
  }
}

/** Adds a write behind those that wait; its number. */
export async function addWrite(value: unknown) {
  const [db, sealed] = await Promise.all([open(), seal(value)])
  return db.add('writes', sealed)
}

/** Every write of the owner, oldest first. */
export async function readWrites<T>(): Promise<{ id: number; value: T }[]> {
  const owner = vaultOwner()
  if (!owner) return []
  const db = await open()
  const found: { id: number; value: T }[] = []
  const [ids, kept] = await Promise.all([db.getAllKeysFromIndex('writes', 'owner', owner), db.getAllFromIndex('writes', 'owner', owner)])
  for (const [i, id] of ids.entries()) {
    const value = kept[i] && (await unseal<T>(kept[i]))
    if (value) found.push({ id, value })
  }
  return found.sort((a, b) => a.id - b.id)
}

/** Puts a changed write back in its place. */
export async function putWrite(id: number, value: unknown) {
  const [db, sealed] = await Promise.all([open(), seal(value)])
  await db.put('writes', sealed, id)
}

export const removeWrite = async (id: number) => (await open()).delete('writes', id)

/** Keeps the newest look of a case. */
export async function putLook(caseId: string, value: unknown) {
  const [db, sealed] = await Promise.all([open(), seal(value)])
  await db.put('looks', { ...sealed, caseId })
}

/** The kept look of a case; null when none is. */
export async function readLook<T>(caseId: string): Promise<T | null> {
  const owner = vaultOwner()
  const kept = owner && (await (await open()).get('looks', [owner, caseId]))
  return kept ? unseal<T>(kept) : null
}

/** Every case of which the owner has an unsent look. */
export async function lookCases(): Promise<string[]> {
  const owner = vaultOwner()
  return owner ? (await (await open()).getAllFromIndex('looks', 'owner', owner)).map((l) => l.caseId) : []
}

export async function removeLook(caseId: string) {
  const owner = vaultOwner()
  if (owner) await (await open()).delete('looks', [owner, caseId])
}
