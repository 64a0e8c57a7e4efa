import { Link } from "@chakra-ui/react";

/** A sheet that opens beside the page, ready to be printed. */
export function PrintLink({
  href,
  children,
  small,
}: {
  href: string;
  children: string;
  small?: boolean;
}) {
  return (
    <Link
      href={href}
      target="_blank"
      rel="noreferrer"
      color="verdigris"
      fontWeight="600"
      fontSize={small ? "sm" : undefined}
    >
      {children}
    </Link>
  );
}
