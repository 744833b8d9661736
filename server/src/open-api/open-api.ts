import { Controller, Get, type INestApplication, Injectable } from '@nestjs/common';
import { ApiExcludeController, DocumentBuilder, type OpenAPIObject, SwaggerModule } from '@nestjs/swagger';
import { cleanupOpenApiDoc } from 'nestjs-zod';

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
      .setDescription('Specimens, tapes, import and export.')
      .setVersion('1')
      .build();
    this.made ??= cleanupOpenApiDoc(SwaggerModule.createDocument(this.app, config));
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
