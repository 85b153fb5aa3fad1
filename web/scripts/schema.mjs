/** Writes src/api/schema.ts from the server's OpenAPI description; what is sent as bytes is a File. */
import { readFileSync, writeFileSync } from "node:fs";
import openapiTS, { astToString } from "openapi-typescript";
import ts from "typescript";

const FILE = ts.factory.createTypeReferenceNode(ts.factory.createIdentifier("File"));
const described = JSON.parse(readFileSync("src/api/openapi.json", "utf8"));
const made = await openapiTS(described, {
  transform: (schema) => (schema.format === "binary" ? FILE : undefined),
});
writeFileSync("src/api/schema.ts", astToString(made));
