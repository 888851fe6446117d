#!/usr/bin/env python
"""Django's command line for the shop."""

import os
import sys

if __name__ == "__main__":
    # A real shop's commands look after its own data, whoever forgot to say so.
    usual = "production" if os.environ.get("FIERCE_BORE_SECRET") else "demo"
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", f"shop.settings.{usual}")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
