import { getRequestURL, type H3Event } from 'h3'

/** The address under which people open this copy, where the settings name it (RUBRICATOR_URL): what stands before it speaks HTTPS. */
export const publicUrl = (): URL | null => (process.env.RUBRICATOR_URL ? new URL(process.env.RUBRICATOR_URL) : null)

/** Whether people reach it over HTTPS only. */
export const isSecure = (): boolean => publicUrl()?.protocol === 'https:'

/** What links in mails begin with. */
export const ownAddress = (event: H3Event): string => publicUrl()?.origin ?? getRequestURL(event).origin
