-- A number as it is written, whoever issues it: what a job asks of stock, kits and prices for every line. Without this each question
-- went through all numbers.
CREATE INDEX number_written ON number (written);
