declare module "pdfmake/js/Renderer.js" {
  type Class = { readonly prototype: object };
  /** The class of what draws the pages that pdfmake has laid out; within the module, where it is not unwrapped by whatever loads it. */
  const renderer: Class | { readonly default: Class };
  export default renderer;
}
