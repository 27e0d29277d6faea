import type { Tx } from '../database'

export interface DeviceRow {
  id: string
  name: string
  address: string
}

/** Adds a device, or notes its new address; gives its identity. */
export async function putDevice(tx: Tx, name: string, address: string): Promise<string> {
  const [row] = await tx<{ id: string }[]>`
    insert into devices (name, address) values (${name}, ${address})
    on conflict (name) do update set address = excluded.address
    returning id`
  return row!.id
}

export function listDevices(tx: Tx): Promise<DeviceRow[]> {
  return tx<DeviceRow[]>`select id, name, address from devices order by name`
}

export async function findDevice(tx: Tx, id: string): Promise<DeviceRow | null> {
  const [row] = await tx<DeviceRow[]>`select id, name, address from devices where id = ${id}`
  return row ?? null
}
