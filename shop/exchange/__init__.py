"""In and out: the whole shop as one JSON file, its parts as CSV and XLSX."""
