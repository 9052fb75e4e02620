declare module 'virtual:openapi' {
  const document: import('./lib/reference').Contract
  export default document
}
declare module 'js-yaml' {
  export function load(text: string): unknown
}
