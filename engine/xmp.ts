/** What a file says of itself. */
export interface Properties {
  title: string
  /** What kind of document it is, and of which batch. */
  subject: string
  /** Its index values, as people search for them. */
  keywords: string
  created: Date
}

/** An index value with its field's id and label. */
export interface NamedValue {
  id: string
  label: string
  value: string
}

const namespace = 'https://rubricator.example/ns/index-values#'

/**
 * A file's properties, and index values, as XMP (ISO 16684-1); values under a schema of their own, which the file itself
 * describes, as PDF/A asks for (ISO 19005-2, 6.6.2.3.3).
 * @param values none where the file is not to hold them
 */
export function xmpOf({ title, subject, keywords, created }: Properties, values: readonly NamedValue[]): string {
  const alternative = (name: string, text: string) =>
    text && `<dc:${name}><rdf:Alt><rdf:li xml:lang="x-default">${escaped(text)}</rdf:li></rdf:Alt></dc:${name}>`
  const parts = [
    description(
      'xmlns:xmp="http://ns.adobe.com/xap/1.0/"',
      `<xmp:CreateDate>${created.toISOString().slice(0, 19)}Z</xmp:CreateDate><xmp:CreatorTool>Rubricator</xmp:CreatorTool>`,
    ),
    description(
      'xmlns:dc="http://purl.org/dc/elements/1.1/"',
      `${alternative('title', title)}${alternative('description', subject)}<dc:format>application/pdf</dc:format>`,
    ),
    description(
      'xmlns:pdf="http://ns.adobe.com/pdf/1.3/"',
      `<pdf:Producer>Rubricator</pdf:Producer>${keywords && `<pdf:Keywords>${escaped(keywords)}</pdf:Keywords>`}`,
    ),
  ]
  if (values.length) {
    const properties = values.map(({ id, value }) => `<index:${id}>${escaped(value)}</index:${id}>`)
    parts.push(description(`xmlns:index="${namespace}"`, properties.join('\n')), schemaOf(values))
  }
  return parts.join('\n')
}

const description = (names: string, content: string) => `<rdf:Description rdf:about="" ${names}>\n${content}\n</rdf:Description>`

function schemaOf(values: readonly NamedValue[]): string {
  const properties = values.map(
    ({ id, label }) =>
      `<rdf:li rdf:parseType="Resource"><pdfaProperty:name>${id}</pdfaProperty:name>` +
      `<pdfaProperty:valueType>Text</pdfaProperty:valueType><pdfaProperty:category>external</pdfaProperty:category>` +
      `<pdfaProperty:description>${escaped(label)}</pdfaProperty:description></rdf:li>`,
  )
  return description(
    'xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/" xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" ' +
      'xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#"',
    `<pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType="Resource"><pdfaSchema:schema>Index values</pdfaSchema:schema>` +
      `<pdfaSchema:namespaceURI>${namespace}</pdfaSchema:namespaceURI><pdfaSchema:prefix>index</pdfaSchema:prefix>` +
      `<pdfaSchema:property><rdf:Seq>\n${properties.join('\n')}\n</rdf:Seq></pdfaSchema:property></rdf:li></rdf:Bag>` +
      `</pdfaExtension:schemas>`,
  )
}

/** Text for XML 1.0, without the letters that it cannot hold. */
const escaped = (text: string) =>
  text.replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '').replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)
