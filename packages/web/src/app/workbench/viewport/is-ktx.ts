const identifier = [0xab, 0x4b, 0x54, 0x58, 0x20, 0x32, 0x30, 0xbb, 0x0d, 0x0a, 0x1a, 0x0a];

/** Whether bytes are of a KTX 2.0 file (its identifier, section 3.1). */
export const isKtx = (bytes: Uint8Array): boolean => identifier.every((byte, at) => bytes[at] === byte);
