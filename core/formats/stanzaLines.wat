;; Finds lines sixteen bytes at a time, and passes over those that need no further look. The bytes stand from 0 on, zeros up to
;; a multiple of sixteen behind them. From `out` on are written: the number of lines, the place behind the last, and of each line
;; that is to be looked at its number (from 0), where it begins and where its newline stands, all as 32-bit numbers. Gives how many
;; are to be looked at. From `memo` on stand field names met lately (debPackages.ts): two to a slot of 24 bytes, each the first four
;; bytes of the name, its length, and 0 if the field is not read.
(module
  (memory (export "memory") 14)

  (func $isSkipped (param $entry i32) (param $head i32) (param $start i32) (param $end i32) (result i32)
    (local $colon i32)
    (if (i32.ne (i32.load (local.get $entry)) (local.get $head)) (then (return (i32.const 0))))
    (if (i32.load offset=8 (local.get $entry)) (then (return (i32.const 0))))
    (local.set $colon (i32.add (local.get $start) (i32.load offset=4 (local.get $entry))))
    (if (i32.ge_u (local.get $colon) (local.get $end)) (then (return (i32.const 0))))
    (i32.eq (i32.load8_u (local.get $colon)) (i32.const 58)))

  (func (export "scan") (param $length i32) (param $memo i32) (param $out i32) (param $inStanza i32) (result i32)
    (local $at i32)
    (local $mask i32)
    (local $to i32)
    (local $start i32)
    (local $end i32)
    (local $line i32)
    (local $first i32)
    (local $head i32)
    (local $entry i32)
    (local.set $to (i32.add (local.get $out) (i32.const 8)))
    (block $done
      (loop $blocks
        (br_if $done (i32.ge_u (local.get $at) (local.get $length)))
        (local.set $mask
          (i8x16.bitmask
            (i8x16.eq
              (v128.load (local.get $at))
              (v128.const i8x16 10 10 10 10 10 10 10 10 10 10 10 10 10 10 10 10))))
        (block $none
          (loop $marks
            (br_if $none (i32.eqz (local.get $mask)))
            (local.set $end (i32.add (local.get $at) (i32.ctz (local.get $mask))))
            (local.set $mask (i32.and (local.get $mask) (i32.sub (local.get $mask) (i32.const 1))))
            (local.set $first (i32.load8_u (local.get $start)))
            (block $passed
              (block $look
                (br_if $look (i32.eqz (local.get $inStanza)))
                ;; a line that goes on
                (if (i32.eq (local.get $first) (i32.const 32))
                  (then
                    (br_if $passed (i32.gt_u (i32.load8_u offset=1 (local.get $start)) (i32.const 32)))))
                (br_if $look (i32.le_u (i32.sub (local.get $end) (local.get $start)) (i32.const 4)))
                ;; a field that is not read
                (local.set $head (i32.load (local.get $start)))
                (local.set $entry
                  (i32.add
                    (local.get $memo)
                    (i32.mul
                      (i32.shr_u (i32.mul (local.get $head) (i32.const 0x9e3779b1)) (i32.const 23))
                      (i32.const 24))))
                (br_if $passed
                  (call $isSkipped (local.get $entry) (local.get $head) (local.get $start) (local.get $end)))
                (br_if $passed
                  (call $isSkipped
                    (i32.add (local.get $entry) (i32.const 12))
                    (local.get $head) (local.get $start) (local.get $end))))
              (i32.store (local.get $to) (local.get $line))
              (i32.store offset=4 (local.get $to) (local.get $start))
              (i32.store offset=8 (local.get $to) (local.get $end))
              (local.set $to (i32.add (local.get $to) (i32.const 12)))
              ;; behind a line that begins as fields do one is in a stanza; behind others it is not sure
              (local.set $inStanza
                (i32.and
                  (i32.and (i32.gt_u (local.get $first) (i32.const 32)) (i32.lt_u (local.get $first) (i32.const 128)))
                  (i32.ne (local.get $first) (i32.const 35)))))
            (local.set $line (i32.add (local.get $line) (i32.const 1)))
            (local.set $start (i32.add (local.get $end) (i32.const 1)))
            (br $marks)))
        (local.set $at (i32.add (local.get $at) (i32.const 16)))
        (br $blocks)))
    (i32.store (local.get $out) (local.get $line))
    (i32.store offset=4 (local.get $out) (local.get $start))
    (i32.div_u (i32.sub (i32.sub (local.get $to) (local.get $out)) (i32.const 8)) (i32.const 12))))
