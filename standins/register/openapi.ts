/** The vessel register's description of itself, OpenAPI 3.1. */
export const openapi = {
  openapi: '3.1.0',
  info: {
    title: 'Saltmere vessel register (simulated)',
    version: '1.0.0',
    description: 'Vessels known to the harbour, and the documents attached to them.',
  },
  security: [{ key: [] }],
  paths: {
    '/vessels': {
      get: {
        operationId: 'findVessels',
        summary: 'Vessels by hull number (more than one where a hull was sold), or by how their hull number or name begins',
        parameters: [
          { name: 'hull', in: 'query', schema: { type: 'string', pattern: '^[0-9]{8}$' } },
          { name: 'begins', in: 'query', schema: { type: 'string' } },
          { name: 'most', in: 'query', schema: { type: 'integer', maximum: 50, default: 10 } },
        ],
        responses: {
          200: {
            description: 'Those with this hull number, none too',
            content: { 'application/json': { schema: { type: 'array', items: { $ref: '#/components/schemas/Vessel' } } } },
          },
          400: { description: 'The hull number is not eight digits' },
          401: { description: 'The key is missing or wrong' },
        },
      },
    },
    '/vessels/{vessel}': {
      get: {
        operationId: 'readVessel',
        summary: 'A vessel',
        parameters: [{ $ref: '#/components/parameters/vessel' }],
        responses: {
          200: { description: 'It', content: { 'application/json': { schema: { $ref: '#/components/schemas/Vessel' } } } },
          404: { description: 'No such vessel' },
        },
      },
      patch: {
        operationId: 'changeVessel',
        summary: 'Changes what is given of a vessel; the rest stays (RFC 7396)',
        parameters: [{ $ref: '#/components/parameters/vessel' }],
        requestBody: {
          required: true,
          content: { 'application/merge-patch+json': { schema: { $ref: '#/components/schemas/VesselChange' } } },
        },
        responses: {
          200: { description: 'As it is now', content: { 'application/json': { schema: { $ref: '#/components/schemas/Vessel' } } } },
          400: { description: 'Something else than mail, berth or last landing, or no date' },
          404: { description: 'No such vessel' },
          503: { description: 'The register is closed; try later' },
        },
      },
    },
    '/vessels/{vessel}/documents': {
      get: {
        operationId: 'listDocuments',
        summary: 'Documents attached to a vessel',
        parameters: [{ $ref: '#/components/parameters/vessel' }],
        responses: {
          200: {
            description: 'Their descriptions',
            content: { 'application/json': { schema: { type: 'array', items: { $ref: '#/components/schemas/Document' } } } },
          },
          404: { description: 'No such vessel' },
        },
      },
    },
    '/vessels/{vessel}/documents/{document}': {
      put: {
        operationId: 'attachDocument',
        summary: "Attaches a document under an id of the sender's; the same again changes nothing",
        parameters: [
          { $ref: '#/components/parameters/vessel' },
          { name: 'document', in: 'path', required: true, schema: { type: 'string', pattern: '^[A-Za-z0-9._-]{1,100}$' } },
          { name: 'Document-Name', in: 'header', required: true, description: 'Percent-encoded file name', schema: { type: 'string' } },
          { name: 'Document-Values', in: 'header', description: 'Index values as percent-encoded JSON', schema: { type: 'string' } },
        ],
        requestBody: { required: true, content: { '*/*': { schema: { type: 'string', format: 'binary' } } } },
        responses: {
          201: { description: 'Attached', content: { 'application/json': { schema: { $ref: '#/components/schemas/Document' } } } },
          200: {
            description: 'Was attached before, with the same content',
            content: { 'application/json': { schema: { $ref: '#/components/schemas/Document' } } },
          },
          404: { description: 'No such vessel' },
          409: { description: 'Another content stands under this id' },
          503: { description: 'The register is closed; try later' },
        },
      },
      get: {
        operationId: 'readDocument',
        summary: "The document's bytes",
        parameters: [
          { $ref: '#/components/parameters/vessel' },
          { name: 'document', in: 'path', required: true, schema: { type: 'string' } },
        ],
        responses: { 200: { description: 'Bytes', content: { '*/*': {} } }, 404: { description: 'No such document' } },
      },
    },
  },
  components: {
    securitySchemes: { key: { type: 'http', scheme: 'bearer' } },
    parameters: { vessel: { name: 'vessel', in: 'path', required: true, schema: { type: 'string' } } },
    schemas: {
      Vessel: {
        type: 'object',
        required: ['id', 'hull', 'name', 'owner', 'mail', 'berth', 'registered'],
        properties: {
          id: { type: 'string' },
          hull: { type: 'string' },
          name: { type: 'string' },
          owner: { type: 'string' },
          mail: { type: 'string', format: 'email' },
          berth: { type: 'string' },
          registered: { type: 'string', format: 'date' },
          lastLanding: { type: ['string', 'null'], format: 'date' },
        },
      },
      VesselChange: {
        type: 'object',
        properties: {
          mail: { type: 'string', format: 'email', title: 'Mail address' },
          berth: { type: 'string', title: 'Berth' },
          lastLanding: { type: 'string', format: 'date', title: 'Day of the last landing' },
        },
      },
      Document: {
        type: 'object',
        required: ['id', 'name', 'mediaType', 'bytes', 'sha256', 'values'],
        properties: {
          id: { type: 'string' },
          name: { type: 'string' },
          mediaType: { type: 'string' },
          bytes: { type: 'integer' },
          sha256: { type: 'string' },
          values: { type: 'object' },
        },
      },
    },
  },
} as const
