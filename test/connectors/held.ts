import { expect } from 'vitest'
import type { Delivery, Destination } from '../../connectors/connector'

/** A destination says of what it took that it holds it, of what was changed that it does not, and of a strange place nothing. */
export async function expectHeld(destination: Destination, delivery: Delivery): Promise<void> {
  const { place } = await destination.deliver(delivery)
  const { sha256 } = delivery.files[0]!
  expect(await destination.holds!({ place, sha256 })).toBe(true)
  expect(await destination.holds!({ place, sha256: sha256.replace(/./g, '0') })).toBe(false)
  expect(await destination.holds!({ place: `${place}.gone`, sha256 })).toBe(false)
  expect(await destination.holds!({ place: `elsewhere/${place}`, sha256 })).toBeNull()
}
