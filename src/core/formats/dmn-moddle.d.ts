declare module "dmn-moddle" {
  /** The part of the reader and writer of DMN files that is used here. */
  export class DmnModdle {
    create(type: string, properties?: object): object;
    createAny(name: string, namespace: string, properties?: object): object;
    toXML(element: object, options?: { format?: boolean }): Promise<{ xml: string }>;
    fromXML(
      xml: string,
      type: string,
    ): Promise<{ rootElement: object; warnings: { message: string }[]; elementsById: Record<string, object> }>;
  }
}
