"""What is printed: pages in millimetres, as PDF, SVG or picture. Nothing here knows a window."""
