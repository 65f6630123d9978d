/** The packer's ES module by its file: what the package names as its entry is empty for Node. */
declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export { MaxRectsPacker } from 'maxrects-packer';
}
