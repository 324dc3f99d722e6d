declare module "pdfmake/js/Renderer.js" {
  /** What draws the pages that pdfmake has laid out. */
  export default class Renderer {}
}
