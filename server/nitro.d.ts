declare module '#nitro-internal-pollyfills'
