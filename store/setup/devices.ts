import type { Tx } from '../database'

export interface DeviceRow { id: string, name: string, address: string }

/** Adds a device, or notes its new address. */
export async function putDevice(tx: Tx, name: string, address: string): Promise<void> {
  await tx`
    insert into devices (name, address) values (${name}, ${address})
    on conflict (name) do update set address = excluded.address`
}

export function listDevices(tx: Tx): Promise<DeviceRow[]> {
  return tx<DeviceRow[]>`select id, name, address from devices order by name`
}

export async function findDevice(tx: Tx, id: string): Promise<DeviceRow | null> {
  const [row] = await tx<DeviceRow[]>`select id, name, address from devices where id = ${id}`
  return row ?? null
}
