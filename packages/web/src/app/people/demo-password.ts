/** The password the server prints for its demo people; they exist in the demo only. */
export const demoPassword = 'brannick';
