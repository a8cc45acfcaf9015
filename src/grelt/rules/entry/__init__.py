"""Elements of an entry, in the order and the form that the guide has them."""
