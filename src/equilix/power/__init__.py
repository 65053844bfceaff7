"""Power: from batteries through cables to devices, how long it lasts, and what may fly."""
