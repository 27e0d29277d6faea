import type { Sql } from '../database'

/** A slip of something that arrived once, and what it was. */
export interface SlipToAsk {
  id: number
  batch_id: number
  document_id: number
  destination: string
  place: string
  /** Of the file that lies at the place. */
  sha256: string
}

const atOnce = 50

/** Arrivals about which their destinations are due to be asked, the longest due first: for an hour no other worker gets them. */
export function takeSlipsToAsk(sql: Sql): Promise<SlipToAsk[]> {
  return sql<SlipToAsk[]>`
    with taken as (
      update slips set ask_at = now() + interval '1 hour'
      where id in (
        select id from slips
        where state = 'delivered' and ask_at <= now() and place is not null
        order by ask_at
        limit ${atOnce}
        for update skip locked)
      returning id, document_id, edition, destination_id, place, formats
    )
    select taken.id, documents.batch_id, taken.document_id, taken.destination_id as destination, taken.place, first_file.sha256
    from taken
    join documents on documents.id = taken.document_id
    join lateral (
      select sha256 from files
      where document_id = documents.id and files.edition = taken.edition
        and (taken.formats is null or format is null or format = any(taken.formats))
      order by id
      limit 1) as first_file on true`
}
