declare module 'pdfmake/build/pdfmake.js' {
  const maker: unknown;
  export default maker;
}
