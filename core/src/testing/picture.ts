/** A JPEG of 24 x 16 px for tests: red above, blue below. */
const PLAIN =
  '/9j/4AAQSkZJRgABAQAAAQABAAD/2wBDAA0JCgsKCA0LCgsODg0PEyAVExISEyccHhcgLikxMC4pLSwzOko+MzZGNywtQFdBRkxOUlNSMj5aYVpQYEpRUk//2wBDAQ4ODhMREyYVFSZPNS01T09PT09PT09PT09PT09PT09PT09PT09PT09PT09PT09PT09PT09PT09PT09PT09PT0//wAARCAAQABgDASIAAhEBAxEB/8QAFgABAQEAAAAAAAAAAAAAAAAAAAQG/8QAFhABAQEAAAAAAAAAAAAAAAAAABNh/8QAFQEBAQAAAAAAAAAAAAAAAAAAAAX/xAAWEQADAAAAAAAAAAAAAAAAAAAAFWH/2gAMAwEAAhEDEQA/AMxbS2oLFlhDC+6pfbRBYEMDqn//2Q==';

export const plainJpeg = (): Uint8Array => Uint8Array.from(Buffer.from(PLAIN, 'base64'));

/** The same as a phone writes it: with the place where it was taken (46.5 N, 7.25 E; EXIF 2.3, 4.6.6) and a comment. */
export function jpegWithPlace(): Uint8Array {
  const plain = plainJpeg();
  const tiff: number[] = [];
  const u16 = (n: number) => tiff.push(n >> 8, n & 0xff);
  const u32 = (n: number) => tiff.push(n >>> 24, (n >>> 16) & 0xff, (n >>> 8) & 0xff, n & 0xff);
  const entry = (tag: number, type: number, count: number, value: number) => {
    u16(tag);
    u16(type);
    u32(count);
    u32(value);
  };
  tiff.push(0x4d, 0x4d);
  u16(42);
  u32(8);
  // IFD0: one entry, the pointer to the GPS IFD.
  u16(1);
  entry(0x8825, 4, 1, 26);
  u32(0);
  // GPS IFD: latitude and longitude with their letters.
  u16(4);
  entry(1, 2, 2, 0x4e000000);
  entry(2, 5, 3, 80);
  entry(3, 2, 2, 0x45000000);
  entry(4, 5, 3, 104);
  u32(0);
  for (const [n, d] of [
    [46, 1],
    [30, 1],
    [0, 1],
    [7, 1],
    [15, 1],
    [0, 1],
  ] as const) {
    u32(n);
    u32(d);
  }
  const segment = (marker: number, body: readonly number[]) => [
    0xff,
    marker,
    (body.length + 2) >> 8,
    (body.length + 2) & 0xff,
    ...body,
  ];
  const text = (s: string) => [...s].map((c) => c.charCodeAt(0));
  return Uint8Array.from([
    ...plain.subarray(0, 2),
    ...segment(0xe1, [...text('Exif'), 0, 0, ...tiff]),
    ...segment(0xfe, text('behind the tool shed')),
    ...plain.subarray(2),
    ...text('and a film behind the picture'),
  ]);
}
