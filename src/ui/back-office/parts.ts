export const OFFICE_PARTS = [
  ["/back-office", "Books"],
  ["/back-office/suppliers", "Suppliers"],
  ["/back-office/customers", "Customers"],
  ["/back-office/receipts", "Orders and receipts"],
  ["/back-office/payments", "Payments"],
  ["/back-office/rates", "Exchange rates"],
] as const;
