/** The name that was last used to sign in on this device, so that it need not be typed again in the same window. */
const key = 'oaken-sign-in-name';

export const lastSignInName = () => sessionStorage.getItem(key) ?? '';
export const rememberSignInName = (name: string) => sessionStorage.setItem(key, name);
