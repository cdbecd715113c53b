/** The package's version; a test holds it to that of package.json. */
export const version = "0.1.0";
