/** Files that may be a logo's picture, as a file field takes them. */
export const PICTURES = '.jpg,.jpeg,.png,.webp,.avif,.svg';
