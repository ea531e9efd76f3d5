export const chromiumOptions: { readonly executablePath: string; readonly args: string[] };
