import type { Blobs } from './blobs'
import { FolderBlobs } from './folder'
import { S3Blobs } from './s3'

/**
 * Opens the blob store that a setting names: a folder, or `s3://bucket/prefix`, whose endpoint, region and keys stand in
 * S3_ENDPOINT, S3_REGION, S3_ACCESS_KEY and S3_SECRET_KEY.
 * @throws {Error} naming the environment variable
 */
export function openBlobs(setting: string, env: NodeJS.ProcessEnv = process.env): Blobs {
  const [, bucket, prefix = ''] = /^s3:\/\/([\w.-]+)(?:\/(.*))?$/.exec(setting) ?? []
  if (!bucket) {
    if (setting.startsWith('s3:'))
      throw new Error(
        `The environment variable RUBRICATOR_BLOBS is ${JSON.stringify(setting)}, ` +
          'expected a folder or an address such as s3://bucket/prefix.',
      )
    return new FolderBlobs(setting)
  }
  const needed = (name: string) => {
    const value = env[name]
    if (!value) throw new Error(`The environment variable ${name} is missing: RUBRICATOR_BLOBS names an object store.`)
    return value
  }
  return new S3Blobs({
    bucket,
    prefix: prefix && !prefix.endsWith('/') ? `${prefix}/` : prefix,
    endpoint: env.S3_ENDPOINT ?? null,
    region: env.S3_REGION ?? 'us-east-1',
    accessKey: needed('S3_ACCESS_KEY'),
    secretKey: needed('S3_SECRET_KEY'),
  })
}
