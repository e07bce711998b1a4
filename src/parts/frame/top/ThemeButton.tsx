import Moon from 'lucide-react/icons/moon';
import Sun from 'lucide-react/icons/sun';

/** Paper by day, ink by night; the choice is kept on this device. */
export function ThemeButton() {
  const flip = () => {
    const theme = document.documentElement.dataset['theme'] === 'ink' ? 'paper' : 'ink';
    document.documentElement.dataset['theme'] = theme;
    document.cookie = `theme=${theme}; path=/; max-age=31536000; samesite=lax`;
  };
  return (
    <button type="button" className="btn btn-ghost btn-square" aria-label="Light or dark" onClick={flip}>
      <Sun className="hidden size-5 in-data-[theme=ink]:block" aria-hidden="true" />
      <Moon className="size-5 in-data-[theme=ink]:hidden" aria-hidden="true" />
    </button>
  );
}
