/** How a plug looks. Apart from the schemas, so that a screen can list them without the validator. */
export const PLUG_LOOKS = ['tan', 'white', 'sooty', 'oily', 'wet', 'worn', 'damaged', 'bridged'] as const;
export type PlugLook = (typeof PLUG_LOOKS)[number];
