"""Text without domain: spans, folding, quotation marks, sentences, personal names."""
