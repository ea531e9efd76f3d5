import type { Context } from 'koa';

/** Cookies out of reach of scripts and other sites; where the shop is served over HTTPS, of it alone (`__Host-`). */
export class Cookies {
  /** @param isSecure visitors come over HTTPS */
  constructor(private readonly isSecure: boolean) {}

  get(ctx: Context, name: string): string | undefined {
    return ctx.cookies.get(this.named(name));
  }

  set(ctx: Context, name: string, value: string, lifetimeMs: number): void {
    // Behind a proxy the last stretch is not HTTPS.
    ctx.cookies.secure = this.isSecure;
    ctx.cookies.set(this.named(name), value, {
      httpOnly: true,
      sameSite: 'lax',
      secure: this.isSecure,
      path: '/',
      maxAge: lifetimeMs,
      overwrite: true,
    });
  }

  private named(name: string): string {
    return this.isSecure ? `__Host-${name}` : name;
  }
}
