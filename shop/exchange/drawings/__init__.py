"""Drawings as they come and go: DXF read for its holes, the marking-out drawing written as DXF, SVG and PDF."""
