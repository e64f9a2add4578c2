/** The Khronos glTF validator ships no types of its own. */
declare module 'gltf-validator' {
  const validator: { validateBytes(data: Uint8Array, options?: object): Promise<unknown> };
  export default validator;
}
