<?php

/*
 * Application identifiers after the GS1 General Specifications, release 24 and 25 as known to the author, written
 * down without the document at hand. A line is: AI | format | title | what must or must not stand with it.
 *
 * AI: an "n" at the end is the number of decimal places, 0 to 5 (0 to 9 for 390n to 393n); "0-9" is a range.
 * Format: components joined by "+"; n digits, x the 82 characters of table 7.11-1, y the 39 of table 7.11-2, z the 64
 * file-safe Base64 characters; a number is a fixed length, ".." a variable one, brackets make a component optional.
 * After a colon the component's rule: cs check digit, cp check character pair, date with day 00 allowed, day a full
 * date, hhmm, hour, minsec, cur ISO 4217 number, country ISO 3166-1 number, countries up to five of them, alpha2
 * ISO 3166-1 letters, iban, geo ten digits each of latitude and longitude, flag 0 or 1, zero, pieces number and
 * total, temp a sign, wind a direction, sex ISO 5218, media, key begins with a company prefix, pct percent-encoded.
 * Last column: "req a,b" one of these is needed; several req all count; "ex a,b" none of these may stand there.
 *
 * Unsure of: the release in which 716, 717, 4330-4333, 7011, 7041, 7241, 7242, 7250-7259, 8014 and 8030 came in; some
 * of the pairs for 4300-4333, 7250-7259 and 7020-7023, of which only those are listed that seem certain.
 */

return <<<'TABLE'
00 | n18:cs | SSCC |
01 | n14:cs | GTIN | ex 02,255,37
02 | n14:cs | CONTENT | req 37; ex 01,03
03 | n14:cs | MTO GTIN | ex 01,02,37
10 | x..20 | BATCH/LOT | req 01,02,03,8006,8026
11 | n6:date | PROD DATE | req 01,02,03,8006,8026
12 | n6:date | DUE DATE | req 8020
13 | n6:date | PACK DATE | req 01,02,03,8006,8026
15 | n6:date | BEST BEFORE or BEST BY | req 01,02,03,8006,8026
16 | n6:date | SELL BY | req 01,02,03,8006,8026
17 | n6:date | USE BY or EXPIRY | req 01,02,03,255,8006,8026
20 | n2 | VARIANT | req 01,02,03,8006,8026
21 | x..20 | SERIAL | req 01,03,8006; ex 235
22 | x..20 | CPV | req 01
235 | x..28 | TPX | req 01; ex 21
240 | x..30 | ADDITIONAL ID | req 01,02,8006,8026
241 | x..30 | CUST. PART No. | req 01,02,8006,8026
242 | n..6 | MTO VARIANT | req 01,02,8006,8026
243 | x..20 | PCN | req 01
250 | x..30 | SECONDARY SERIAL | req 01,8006; req 21
251 | x..30 | REF. TO SOURCE | req 01,8006
253 | n13:cs+[x..17] | GDTI |
254 | x..20 | GLN EXTENSION COMPONENT | req 414
255 | n13:cs+[n..12] | GCN | ex 01,02,415,8006,8020,8026
30 | n..8 | VAR. COUNT | req 01,02; ex 37
310n | n6 | NET WEIGHT (kg) | req 01,02
311n | n6 | LENGTH (m) | req 01,02
312n | n6 | WIDTH (m) | req 01,02
313n | n6 | HEIGHT (m) | req 01,02
314n | n6 | AREA (m²) | req 01,02
315n | n6 | NET VOLUME (l) | req 01,02
316n | n6 | NET VOLUME (m³) | req 01,02
320n | n6 | NET WEIGHT (lb) | req 01,02
321n | n6 | LENGTH (in) | req 01,02
322n | n6 | LENGTH (ft) | req 01,02
323n | n6 | LENGTH (yd) | req 01,02
324n | n6 | WIDTH (in) | req 01,02
325n | n6 | WIDTH (ft) | req 01,02
326n | n6 | WIDTH (yd) | req 01,02
327n | n6 | HEIGHT (in) | req 01,02
328n | n6 | HEIGHT (ft) | req 01,02
329n | n6 | HEIGHT (yd) | req 01,02
330n | n6 | GROSS WEIGHT (kg) | req 00,01
331n | n6 | LENGTH (m), log | req 00,01
332n | n6 | WIDTH (m), log | req 00,01
333n | n6 | HEIGHT (m), log | req 00,01
334n | n6 | AREA (m²), log | req 00,01
335n | n6 | VOLUME (l), log | req 00,01
336n | n6 | VOLUME (m³), log | req 00,01
337n | n6 | KG PER m² | req 01
340n | n6 | GROSS WEIGHT (lb) | req 00,01
341n | n6 | LENGTH (in), log | req 00,01
342n | n6 | LENGTH (ft), log | req 00,01
343n | n6 | LENGTH (yd), log | req 00,01
344n | n6 | WIDTH (in), log | req 00,01
345n | n6 | WIDTH (ft), log | req 00,01
346n | n6 | WIDTH (yd), log | req 00,01
347n | n6 | HEIGHT (in), log | req 00,01
348n | n6 | HEIGHT (ft), log | req 00,01
349n | n6 | HEIGHT (yd), log | req 00,01
350n | n6 | AREA (in²) | req 01,02
351n | n6 | AREA (ft²) | req 01,02
352n | n6 | AREA (yd²) | req 01,02
353n | n6 | AREA (in²), log | req 00,01
354n | n6 | AREA (ft²), log | req 00,01
355n | n6 | AREA (yd²), log | req 00,01
356n | n6 | NET WEIGHT (troy oz) | req 01,02
357n | n6 | NET VOLUME (oz) | req 01,02
360n | n6 | NET VOLUME (qt) | req 01,02
361n | n6 | NET VOLUME (gal) | req 01,02
362n | n6 | VOLUME (qt), log | req 00,01
363n | n6 | VOLUME (gal), log | req 00,01
364n | n6 | VOLUME (in³) | req 01,02
365n | n6 | VOLUME (ft³) | req 01,02
366n | n6 | VOLUME (yd³) | req 01,02
367n | n6 | VOLUME (in³), log | req 00,01
368n | n6 | VOLUME (ft³), log | req 00,01
369n | n6 | VOLUME (yd³), log | req 00,01
37 | n..8 | COUNT | req 02,8026
390n | n..15 | AMOUNT | req 255,8020; ex 391n,394n,8111
391n | n3:cur+n..15 | AMOUNT | req 8020; ex 390n
392n | n..15 | PRICE | req 01; req 30,31nn,32nn,35nn,36nn; ex 393n
393n | n3:cur+n..15 | PRICE | req 01; req 30,31nn,32nn,35nn,36nn; ex 392n
394n | n4 | PRCNT OFF | req 255; ex 8111
395n | n6 | PRICE/UoM | req 01; req 30,31nn,32nn,35nn,36nn; ex 392n,393n,8005
400 | x..30 | ORDER NUMBER |
401 | x..30:key | GINC |
402 | n17:cs | GSIN |
403 | x..30 | ROUTE | req 00
410 | n13:cs | SHIP TO LOC |
411 | n13:cs | BILL TO |
412 | n13:cs | PURCHASE FROM |
413 | n13:cs | SHIP FOR LOC |
414 | n13:cs | LOC No. |
415 | n13:cs | PAY TO | req 8020
416 | n13:cs | PROD/SERV LOC |
417 | n13:cs | PARTY |
420 | x..20 | SHIP TO POST | ex 421
421 | n3:country+x..9 | SHIP TO POST | ex 420,4307
422 | n3:country | ORIGIN | req 01,02,8006,8026; ex 426
423 | n3:country+[n..12:countries] | COUNTRY - INITIAL PROCESS | req 01,02,8006,8026; ex 426
424 | n3:country | COUNTRY - PROCESS | req 01,02,8006,8026; ex 426
425 | n3:country+[n..12:countries] | COUNTRY - DISASSEMBLY | req 01,02,8006,8026; ex 426
426 | n3:country | COUNTRY - FULL PROCESS | req 01,02,8006,8026
427 | x..3 | ORIGIN SUBDIVISION | req 01,02,8006,8026; req 422
4300 | x..35:pct | SHIP TO COMP | req 00
4301 | x..35:pct | SHIP TO NAME | req 00
4302 | x..70:pct | SHIP TO ADD1 | req 00
4303 | x..70:pct | SHIP TO ADD2 | req 4302
4304 | x..70:pct | SHIP TO SUB | req 00
4305 | x..70:pct | SHIP TO LOC | req 00
4306 | x..70:pct | SHIP TO REG | req 00
4307 | x2:alpha2 | SHIP TO COUNTRY | req 00
4308 | x..30 | SHIP TO PHONE | req 00
4309 | n20:geo | SHIP TO GEO | req 00
4310 | x..35:pct | RTN TO COMP | req 00
4311 | x..35:pct | RTN TO NAME | req 00
4312 | x..70:pct | RTN TO ADD1 | req 00
4313 | x..70:pct | RTN TO ADD2 | req 4312
4314 | x..70:pct | RTN TO SUB | req 00
4315 | x..70:pct | RTN TO LOC | req 00
4316 | x..70:pct | RTN TO REG | req 00
4317 | x2:alpha2 | RTN TO COUNTRY | req 00
4318 | x..20 | RTN TO POST | req 00
4319 | x..30 | RTN TO PHONE | req 00
4320 | x..35:pct | SRV DESCRIPTION | req 00
4321 | n1:flag | DANGEROUS GOODS | req 00
4322 | n1:flag | AUTH LEAVE | req 00
4323 | n1:flag | SIG REQUIRED | req 00
4324 | n6:date+n4:hhmm99 | NOT BEF DEL DT | req 00
4325 | n6:date+n4:hhmm99 | NOT AFT DEL DT | req 00
4326 | n6:day | REL DATE | req 00
4330 | n6+[x1:temp] | MAX TEMP F | req 00; ex 4331
4331 | n6+[x1:temp] | MAX TEMP C | req 00; ex 4330
4332 | n6+[x1:temp] | MIN TEMP F | req 00; ex 4333
4333 | n6+[x1:temp] | MIN TEMP C | req 00; ex 4332
7001 | n13 | NSN | req 01,02,8006,8026
7002 | x..30 | MEAT CUT | req 01,02
7003 | n6:day+n4:hhmm | EXPIRY TIME | req 01,02
7004 | n..4 | ACTIVE POTENCY | req 01; req 10
7005 | x..12 | CATCH AREA | req 01,02
7006 | n6:day | FIRST FREEZE DATE | req 01,02
7007 | n6:day+[n6:day] | HARVEST DATE | req 01,02
7008 | x..3 | AQUATIC SPECIES | req 01,02
7009 | x..10 | FISHING GEAR TYPE | req 01,02
7010 | x..2 | PROD METHOD | req 01,02
7011 | n6:day+[n4:hhmm] | TEST BY DATE | req 01,02
7020 | x..20 | REFURB LOT | req 01,8006; req 416
7021 | x..20 | FUNC STAT | req 01,8006
7022 | x..20 | REV STAT | req 7021
7023 | x..30:key | GIAI - ASSEMBLY |
7030-9 | n3:country+x..27 | PROCESSOR | req 01,02,8006,8026
7040 | n1+x1+x1+x1 | UIC+EXT | req 414,417,8004
7041 | x..4 | UFRGT UNIT TYPE | req 00
710 | x..20 | NHRN PZN | req 01
711 | x..20 | NHRN CIP | req 01
712 | x..20 | NHRN CN | req 01
713 | x..20 | NHRN DRN | req 01
714 | x..20 | NHRN AIM | req 01
715 | x..20 | NHRN NDC | req 01
716 | x..20 | NHRN AIC | req 01
717 | x..20 | NHRN | req 01
7230-9 | x2+x..28 | CERTIFICATION | req 01,8004
7240 | x..20 | PROTOCOL | req 01,8006
7241 | n2:media | AIDC MEDIA TYPE | req 8017,8018
7242 | x..25 | VCN | req 8017,8018
7250 | n8:birth | DOB | req 8018
7251 | n8:birth+n4:hhmm | DOB TIME | req 8018; ex 7250
7252 | n1:sex | BIO SEX | req 8018
7253 | x..40:pct | FAMILY NAME | req 8017,8018; ex 7256,7259
7254 | x..40:pct | GIVEN NAME | req 8017,8018; req 7253; ex 7256,7259
7255 | x..10:pct | SUFFIX | req 8017,8018; req 7253; ex 7256,7259
7256 | x..90:pct | FULL NAME | req 8017,8018; ex 7259
7257 | x..70:pct | PERSON ADDR | req 8018
7258 | n1+x1:slash+n1 | BIRTH SEQUENCE | req 8018
7259 | x..40:pct | BABY | req 8018
8001 | n4+n5+n3+n1:wind+n1 | DIMENSIONS | req 01
8002 | x..20 | CMT No. |
8003 | n1:zero+n13:cs+[x..16] | GRAI |
8004 | x..30:key | GIAI |
8005 | n6 | PRICE PER UNIT | req 01,02
8006 | n14:cs+n4:pieces | ITIP | ex 01,37
8007 | x..34:iban | IBAN | req 415; ex 8020
8008 | n6:day+n2:hour+[n..4:minsec] | PROD TIME | req 01,02
8009 | x..50 | OPTSEN | req 00,01
8010 | y..30:key | CPID |
8011 | n..12:nolead | CPID SERIAL | req 8010
8012 | x..20 | VERSION | req 01,8006
8013 | x..25:cp | GMN |
8014 | x..25:cp | MUDI |
8017 | n18:cs | GSRN - PROVIDER | ex 8018
8018 | n18:cs | GSRN - RECIPIENT | ex 8017
8019 | n..10 | SRIN | req 8017,8018
8020 | x..25 | REF No. | req 415
8026 | n14:cs+n4:pieces | ITIP CONTENT | req 37; ex 02,8006
8030 | z..90 | DIGSIG | req 00,01,253,255,8003,8004,8006,8010,8013,8017,8018
8110 | x..70 | COUPON |
8111 | n4 | POINTS | req 255
8112 | x..70 | COUPON |
8200 | x..70 | PRODUCT URL | req 01
90 | x..30 | INTERNAL |
91-9 | x..90 | INTERNAL |
TABLE;
