/** A button that opens a list of things to do, by mouse, arrows and first letters; the focus goes back to it. */
import { Button } from "antd";
import { useEffect, useId, useLayoutEffect, useRef, useState, type ComponentProps, type ReactNode } from "react";
import { createPortal } from "react-dom";

export interface MenuItem {
  key: string;
  label: string;
  disabled?: boolean;
  danger?: boolean;
  onClick: () => void;
}

interface MenuProps {
  items: readonly MenuItem[];
  children: ReactNode;
  button?: Pick<ComponentProps<typeof Button>, "size" | "type" | "loading" | "aria-label">;
  /** opened before it was there */
  startsOpen?: boolean;
}

export function Menu({ items, children, button, startsOpen = false }: MenuProps) {
  const [open, setOpen] = useState(startsOpen);
  const trigger = useRef<HTMLButtonElement>(null);
  const id = useId();
  const close = (back: boolean) => {
    setOpen(false);
    if (back) trigger.current?.focus();
  };
  const run = (item: MenuItem) => {
    if (item.disabled) return;
    close(true);
    // after the key is up: what opens now would take it for its own
    setTimeout(item.onClick);
  };
  return (
    <>
      <Button
        {...button}
        ref={trigger}
        aria-haspopup="menu"
        aria-expanded={open}
        {...(open ? { "aria-controls": id } : {})}
        onClick={() => setOpen((o) => !o)}
        onKeyDown={(e) => {
          if (e.key !== "ArrowDown") return;
          e.preventDefault();
          setOpen(true);
        }}
      >
        {children}
      </Button>
      {open && <List id={id} items={items} trigger={trigger} onRun={run} onClose={close} />}
    </>
  );
}

interface ListProps {
  id: string;
  items: readonly MenuItem[];
  trigger: React.RefObject<HTMLButtonElement | null>;
  onRun: (item: MenuItem) => void;
  onClose: (back: boolean) => void;
}

function List({ id, items, trigger, onRun, onClose }: ListProps) {
  const list = useRef<HTMLUListElement>(null);
  const leave = useRef(onClose);
  useEffect(() => {
    leave.current = onClose;
  });
  // under its button, and never beyond the edge of the page
  useLayoutEffect(() => {
    const [own, at] = [list.current, trigger.current?.getBoundingClientRect()];
    if (!own || !at) return;
    const { width, height } = own.getBoundingClientRect();
    own.style.left = `${Math.max(4, Math.min(at.left, innerWidth - width - 8))}px`;
    const below = at.bottom + 4;
    own.style.top = `${below + height > innerHeight - 4 ? Math.max(4, at.top - height - 4) : below}px`;
    own.querySelector<HTMLElement>("[role=menuitem]:not([aria-disabled=true])")?.focus();
  }, [trigger]);
  useEffect(() => {
    const away = (e: PointerEvent) => {
      const to = e.target as Node;
      if (!list.current?.contains(to) && !trigger.current?.contains(to)) leave.current(false);
    };
    const gone = () => leave.current(false);
    document.addEventListener("pointerdown", away, true);
    addEventListener("resize", gone);
    return () => {
      document.removeEventListener("pointerdown", away, true);
      removeEventListener("resize", gone);
    };
  }, [trigger]);
  const move = (to: (at: number, all: HTMLElement[]) => number) => {
    const all = [...(list.current?.querySelectorAll<HTMLElement>("[role=menuitem]:not([aria-disabled=true])") ?? [])];
    const at = all.indexOf(document.activeElement as HTMLElement);
    all[to(at, all)]?.focus();
  };
  const onKey = (e: React.KeyboardEvent) => {
    const letter = e.key.length === 1 && e.key !== " " ? e.key.toLowerCase() : null;
    const steps: Record<string, (at: number, all: HTMLElement[]) => number> = {
      ArrowDown: (at, all) => (at + 1) % all.length,
      ArrowUp: (at, all) => (at - 1 + all.length) % all.length,
      Home: () => 0,
      End: (_, all) => all.length - 1,
    };
    if (e.key === "Tab") return onClose(true);
    if (e.key === "Escape") {
      e.preventDefault();
      e.stopPropagation();
      return onClose(true);
    }
    const step = steps[e.key];
    if (!step && !letter) return;
    e.preventDefault();
    e.stopPropagation();
    move(
      step ??
        ((at, all) => {
          const named = (i: number) => all[i]!.textContent?.trim().toLowerCase().startsWith(letter!) ?? false;
          const order = all.map((_, i) => (at + 1 + i) % all.length);
          return order.find(named) ?? at;
        }),
    );
  };
  return createPortal(
    <ul ref={list} id={id} className="menu" role="menu" onKeyDown={onKey}>
      {items.map((item) => (
        <li
          key={item.key}
          role="menuitem"
          tabIndex={-1}
          aria-disabled={item.disabled === true}
          className={item.danger ? "danger" : ""}
          onClick={() => onRun(item)}
          onKeyDown={(e) => {
            if (e.key !== "Enter" && e.key !== " ") return;
            e.preventDefault();
            e.stopPropagation();
            onRun(item);
          }}
        >
          {item.label}
        </li>
      ))}
    </ul>,
    document.body,
  );
}
