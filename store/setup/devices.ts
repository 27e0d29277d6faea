import type { Tx } from '../database'

export interface DeviceRow {
  id: string
  name: string
  address: string
  /** The certificate that it must show, as a steward confirmed it (SHA-256). */
  certificate: string | null
  /** Where it prints; null where it does not. */
  printer: string | null
}

/** Adds a device, or notes its new address; gives its identity. */
export async function putDevice(tx: Tx, name: string, address: string, certificate: string | null = null): Promise<string> {
  const [row] = await tx<{ id: string }[]>`
    insert into devices (name, address, certificate) values (${name}, ${address}, ${certificate})
    on conflict (name) do update set address = excluded.address, certificate = excluded.certificate, removed_at = null
    returning id`
  return row!.id
}

export function listDevices(tx: Tx): Promise<DeviceRow[]> {
  return tx<DeviceRow[]>`select id, name, address, certificate, printer from devices where removed_at is null order by name`
}

export async function findDevice(tx: Tx, id: string): Promise<DeviceRow | null> {
  const [row] = await tx<DeviceRow[]>`select id, name, address, certificate, printer from devices where id = ${id} and removed_at is null`
  return row ?? null
}

/** Says where a device prints; null where it does not. False where there is no such device. */
export async function setPrinter(tx: Tx, id: string, printer: string | null): Promise<boolean> {
  return (await tx`update devices set printer = ${printer} where id = ${id} and removed_at is null returning id`).length > 0
}

/** What keeps a device from being removed: batches that take paper from it, and its panel. */
export async function usesOfDevice(tx: Tx, id: string): Promise<{ batches: string[]; panel: boolean }> {
  const batches = await tx<{ name: string }[]>`
    select distinct batches.name from batches
    join loads on loads.batch_id = batches.id
    where device_id = ${id} and (batches.state = 'receiving' or loads.state in ('asked', 'scanning'))
    order by 1`
  const panel = await tx`select 1 from panels where device_id = ${id} and token_hash is not null`
  return { batches: batches.map(row => row.name), panel: panel.length > 0 }
}

/** Removes a device; what was scanned there keeps its name. False where there is none. */
export async function removeDevice(tx: Tx, id: string): Promise<boolean> {
  await tx`delete from panels where device_id = ${id}`
  const gone = await tx`update devices set removed_at = now() where id = ${id} and removed_at is null returning 1`
  return gone.length > 0
}
