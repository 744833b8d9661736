import { Controller, Get, type INestApplication, Injectable } from '@nestjs/common';
import { ApiExcludeController, DocumentBuilder, type OpenAPIObject, SwaggerModule } from '@nestjs/swagger';
import { cleanupOpenApiDoc } from 'nestjs-zod';
import { withExamples } from './examples.ts';

/** The API described from its schemas. */
@Injectable()
export class OpenApi {
  private app: INestApplication | undefined;
  private made: OpenAPIObject | undefined;

  of(app: INestApplication): void {
    this.app = app;
  }

  /** Made when first asked for: it costs a start more than the start has to spare. */
  document(): OpenAPIObject {
    if (!this.app) throw new Error('The API was asked to describe itself before it stood.');
    const config = new DocumentBuilder()
      .setTitle('Mindful Probe')
      .setDescription('Specimens and their tapes, write-ups, comparisons, the bench’s lists and instruments, import and export.')
      .setVersion('1')
      .build();
    this.made ??= withExamples(cleanupOpenApiDoc(SwaggerModule.createDocument(this.app, config)));
    return this.made;
  }
}

/** A controller like every other, so that what stands before those stands before it too. */
@ApiExcludeController()
@Controller('api/openapi.json')
export class OpenApiController {
  constructor(private readonly api: OpenApi) {}

  @Get()
  document(): OpenAPIObject {
    return this.api.document();
  }
}
