declare module 'knex/lib/dialects/postgres/index.js' {
  export default class PostgresClient {
    columnCompiler(...given: unknown[]): unknown;
  }
}
declare module 'knex/lib/dialects/postgres/schema/pg-columncompiler.js' {
  export default class ColumnCompiler {
    constructor(...given: unknown[]);
    varchar(): string;
  }
}
