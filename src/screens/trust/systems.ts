/** How a tablet or browser is told to trust a certificate that it has taken, and to keep the app: words of its own menus, as they stood in 2025. */
export interface System {
  key: string;
  name: string;
  /** What its browser says of itself. */
  says: RegExp;
  trust: string[];
  install: string;
}

export const systems: readonly System[] = [
  {
    key: 'android',
    name: 'Android',
    says: /Android/,
    trust: [
      'Open Settings, and search there for “CA certificate”.',
      'Choose Install anyway, then the file vivid-eye.crt from the downloads.',
      'The tablet may want a screen lock first. Chrome follows it; Firefox does not.',
    ],
    install: 'In the browser’s menu (⋮) choose Add to home screen, then Install.',
  },
  {
    key: 'ipad',
    name: 'iPad, iPhone',
    says: /iPad|iPhone/,
    trust: [
      'Safari asks whether to load a profile: allow it.',
      'Settings, General, VPN & Device Management: choose Vivid Eye and Install.',
      'Settings, General, About, Certificate Trust Settings: switch Vivid Eye on.',
    ],
    install: 'In Safari choose Share (the box with the arrow), then Add to Home Screen.',
  },
  {
    key: 'windows',
    name: 'Windows',
    says: /Windows/,
    trust: [
      'Open the file vivid-eye.crt and choose Install Certificate.',
      'Current User; place it in the store Trusted Root Certification Authorities.',
      'Close the browser’s windows and open it again.',
    ],
    install: 'In the address line choose the small screen with the arrow: Install.',
  },
  {
    key: 'mac',
    name: 'Mac',
    says: /Macintosh/,
    trust: [
      'Open the file vivid-eye.crt: it goes into Keychain Access.',
      'Double-click Vivid Eye there, open Trust, and choose Always Trust.',
    ],
    install: 'In Safari choose File, Add to Dock; in Chrome the small screen with the arrow.',
  },
  {
    key: 'linux',
    name: 'Linux, ChromeOS',
    says: /CrOS|Linux/,
    trust: [
      'In the browser’s settings search for “certificates” and open Manage certificates.',
      'Authorities (or Custom): import the file vivid-eye.crt, for websites.',
    ],
    install: 'In the address line choose the small screen with the arrow: Install.',
  },
  {
    key: 'firefox',
    name: 'Firefox on a computer',
    says: /(Windows|Macintosh|Linux(?!.*Android)).*Firefox/,
    trust: [
      'Settings, Privacy & Security, Certificates: View Certificates.',
      'Authorities, Import: the file vivid-eye.crt, to identify websites.',
    ],
    install: 'Firefox keeps it as a bookmark; Chrome and Edge keep it as an app.',
  },
];

/** The system that a browser's own words name: the last that fits, as Firefox names its computer too. */
export const systemOf = (userAgent: string): System =>
  systems.filter(({ says }) => says.test(userAgent)).at(-1) ?? systems[0]!;
