"""The shelf: parts as they typically are, to begin with until one's own are weighed; and rigs made of them."""
