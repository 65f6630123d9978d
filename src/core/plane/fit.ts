interface Size {
  width: number;
  height: number;
}

/** Where a thing of a size lies that is fitted whole into another and centred there, as pictures are on a paper. */
export function fitted(into: Size, { width, height }: Size) {
  const by = Math.min(into.width / width, into.height / height);
  return {
    x: (into.width - width * by) / 2,
    y: (into.height - height * by) / 2,
    width: width * by,
    height: height * by,
  };
}
