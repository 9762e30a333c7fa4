import { openApiDocument } from '@/api/openapi';
import packageJson from '../../../../../package.json';

export const GET = () => Response.json(openApiDocument(packageJson.version));
