/** It comes without types; as much as is used of it is in unpackers.ts. */
declare module 'draco3dgltf';
