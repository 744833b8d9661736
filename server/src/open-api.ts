import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { cleanupOpenApiDoc } from 'nestjs-zod';

/** The API described from its schemas, at /api/openapi.json. */
export function describeApi(app: INestApplication): void {
  const config = new DocumentBuilder()
    .setTitle('Mindful Probe')
    .setDescription('Specimens, tapes, import and export.')
    .setVersion('1')
    .build();
  // Made when first asked for: it costs a start more than the start has to spare.
  const document = () => cleanupOpenApiDoc(SwaggerModule.createDocument(app, config));
  SwaggerModule.setup('api/docs', app, document, { jsonDocumentUrl: 'api/openapi.json', ui: false });
}
