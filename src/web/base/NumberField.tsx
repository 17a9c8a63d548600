import { InputNumber } from "antd";
import type { ComponentProps } from "react";
import { DECIMAL, plain, readNumber } from "../../page/locale";

type Props = Omit<ComponentProps<typeof InputNumber<number>>, "formatter" | "parser" | "decimalSeparator">;

/** A number typed with a comma or a point and shown the reader's way, without padding zeros. */
export const NumberField = (props: Props) => (
  <InputNumber<number>
    {...props}
    decimalSeparator={DECIMAL}
    parser={(text) => (text ? readNumber(text) : "") as number}
    formatter={(v, info) =>
      info.userTyping ? info.input : v === undefined || v === null || (v as unknown) === "" ? "" : plain(Number(v))
    }
  />
);
