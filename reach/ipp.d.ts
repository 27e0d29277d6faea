declare module 'ipp' {
  export type Value = string | number | boolean | Date | Value[]
  export type Group = Record<string, Value | undefined>
  export interface Message {
    version?: string
    operation?: string
    statusCode?: string
    id?: number
    'operation-attributes-tag'?: Group
    'job-attributes-tag'?: Group | Group[]
    'printer-attributes-tag'?: Group
    'unsupported-attributes-tag'?: Group
    data?: Buffer
  }
  const ipp: {
    serialize(message: Message): Buffer
    parse(bytes: Buffer): Message
  }
  export default ipp
}
