import helmet from 'helmet';

const HALF_A_YEAR_S = 180 * 24 * 3600;

/**
 * Security headers. On plain http no HSTS and no upgrade: they would break the page on any host but localhost.
 *
 * @param behindTls browsers are told to come over TLS only
 */
export const headers = ({ behindTls }: { behindTls: boolean }) =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'self'"],
        'script-src': ["'self'"],
        // React Native web writes a style element and style attributes.
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'font-src': ["'self'", 'data:'],
        'connect-src': ["'self'"],
        'worker-src': ["'self'", 'blob:'],
        'manifest-src': ["'self'"],
        'object-src': ["'none'"],
        'base-uri': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
      },
    },
    strictTransportSecurity: behindTls ? { maxAge: HALF_A_YEAR_S, includeSubDomains: false } : false,
    crossOriginOpenerPolicy: false,
    originAgentCluster: false,
  });
