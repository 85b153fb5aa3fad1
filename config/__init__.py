"""Django's settings and addresses."""
