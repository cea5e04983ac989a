import { Outlet } from "react-router";
import { OutboxNotice } from "../sync/OutboxNotice.tsx";
import { ShopBar } from "../ui/ShopBar.tsx";

export default function Shop() {
  return (
    <>
      <ShopBar />
      <OutboxNotice />
      <Outlet />
    </>
  );
}
