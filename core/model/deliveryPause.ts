/** How long a delivery that fails is tried by itself, in hours; after that a person decides. */
export const deliveryHours = 24

const first = 5
const mostMinutes = 60

/** Seconds until a delivery is tried again: 5, 10, 20 … at most an hour. @param attempts how often it failed, from 1 */
export const pauseAfter = (attempts: number): number => Math.min(mostMinutes * 60, first * 2 ** Math.min(20, attempts - 1))

/** How many deliveries in a row must fail until a destination is left alone. */
export const failuresUntilPause = 3

const longestPause = 60

/** Seconds for which a destination is left alone, then one delivery tries whether it is back. @param failures in a row */
export const destinationPause = (failures: number): number | null =>
  failures < failuresUntilPause ? null : Math.min(longestPause, first * 2 ** Math.min(10, failures - failuresUntilPause))
