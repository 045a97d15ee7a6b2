;; Reads ordinary stanzas, sixteen bytes at a time, up to the first that is not ordinary or not whole. Ordinary is a stanza of
;; fields and lines that go on, in which the first two of the fields asked for are there and not empty, none of them comes twice,
;; and the second does not begin with "0:". All numbers are of 32 bits.
;;
;; From `bytes` (0) on stand the bytes, with zeros behind them. From `asked` on stand the fields asked for, eight places: the first
;; four bytes of each name in small letters, then the length of each name, then sixteen bytes of each name in small letters, with
;; zeros behind it. What was found: from `found` on the number of lines read and the place behind the last; from `texts` on the
;; values, without blanks around them, end to end, in the order in which the fields were asked for; from `ends` on where each ends.
(module
  (memory (export "memory") 8)
  (global $bytes (export "bytes") i32 (i32.const 0))
  (global $asked (export "asked") i32 (i32.const 0x10020))
  (global $found (export "found") i32 (i32.const 0x10100))
  (global $slots i32 (i32.const 0x10110))
  (global $texts (export "texts") i32 (i32.const 0x10200))
  (global $ends (export "ends") i32 (i32.const 0x20240))

  ;; The number of the field asked for whose name of `length` bytes stands at `start`; 8 if it is none of them.
  (func $fieldAt (param $start i32) (param $length i32) (result i32)
    (local $head v128)
    (local $which i32)
    (local $name v128)
    (local.set $head
      (i32x4.splat (i32.or (i32.load (local.get $start)) (i32.const 0x20202020))))
    (local.set $which
      (i32.or
        (i32x4.bitmask (i32x4.eq (local.get $head) (v128.load (global.get $asked))))
        (i32.shl
          (i32x4.bitmask (i32x4.eq (local.get $head) (v128.load offset=16 (global.get $asked))))
          (i32.const 4))))
    (if (i32.eqz (local.get $which)) (then (return (i32.const 8))))
    (local.set $which (i32.ctz (local.get $which)))
    (if
      (i32.ne
        (i32.load offset=32 (i32.add (global.get $asked) (i32.shl (local.get $which) (i32.const 2))))
        (local.get $length))
      (then (return (i32.const 8))))
    (local.set $name
      (v128.load offset=64 (i32.add (global.get $asked) (i32.shl (local.get $which) (i32.const 4)))))
    ;; the same but for the case, as far as the name goes
    (if
      (v128.any_true
        (v128.and
          (i8x16.ne (local.get $name) (i8x16.splat (i32.const 0)))
          (i8x16.ne
            (local.get $name)
            (v128.or (v128.load (local.get $start)) (i8x16.splat (i32.const 32))))))
      (then (return (i32.const 8))))
    (local.get $which))

  (func (export "take") (param $length i32) (param $fields i32) (result i32)
    (local $at i32)
    (local $newlines i32)
    (local $start i32)
    (local $end i32)
    (local $line i32)
    (local $head v128)
    (local $blanks i32)
    (local $colon i32)
    (local $field i32)
    (local $slot i32)
    (local $from i32)
    (local $to i32)
    (local $inStanza i32)
    (local $seen i32)
    (local $stanzas i32)
    (local $text i32)
    (local $nextEnd i32)
    (local.set $text (global.get $texts))
    (local.set $nextEnd (global.get $ends))
    (i64.store (global.get $found) (i64.const 0))
    (block $done
      (loop $blocks
        (br_if $done (i32.ge_u (local.get $at) (local.get $length)))
        (local.set $newlines
          (i8x16.bitmask (i8x16.eq (v128.load (local.get $at)) (i8x16.splat (i32.const 10)))))
        (block $none
          (loop $lines
            (br_if $none (i32.eqz (local.get $newlines)))
            (local.set $end (i32.add (local.get $at) (i32.ctz (local.get $newlines))))
            (local.set $newlines (i32.and (local.get $newlines) (i32.sub (local.get $newlines) (i32.const 1))))
            (local.set $line (i32.add (local.get $line) (i32.const 1)))
            (block $read
              (if (i32.eq (local.get $start) (local.get $end))
                (then
                  (if (local.get $inStanza)
                    (then
                      (br_if $done (i32.ne (i32.and (local.get $seen) (i32.const 3)) (i32.const 3)))
                      (local.set $field (i32.const 0))
                      (loop $values
                        (if (i32.and (i32.shr_u (local.get $seen) (local.get $field)) (i32.const 1))
                          (then
                            (local.set $slot (i32.add (global.get $slots) (i32.shl (local.get $field) (i32.const 3))))
                            (local.set $from (i32.load (local.get $slot)))
                            (local.set $to (i32.load offset=4 (local.get $slot)))
                            ;; what is written too much is written over by the next
                            (loop $copy
                              (v128.store (local.get $text) (v128.load (local.get $from)))
                              (local.set $text (i32.add (local.get $text) (i32.const 16)))
                              (local.set $from (i32.add (local.get $from) (i32.const 16)))
                              (br_if $copy (i32.lt_u (local.get $from) (local.get $to))))
                            (local.set $text
                              (i32.sub (local.get $text) (i32.sub (local.get $from) (local.get $to))))))
                        (i32.store (local.get $nextEnd) (i32.sub (local.get $text) (global.get $texts)))
                        (local.set $nextEnd (i32.add (local.get $nextEnd) (i32.const 4)))
                        (local.set $field (i32.add (local.get $field) (i32.const 1)))
                        (br_if $values (i32.lt_u (local.get $field) (local.get $fields))))
                      (local.set $stanzas (i32.add (local.get $stanzas) (i32.const 1)))
                      (local.set $inStanza (i32.const 0))
                      (local.set $seen (i32.const 0))))
                  (i32.store (global.get $found) (local.get $line))
                  (i32.store offset=4 (global.get $found) (i32.add (local.get $end) (i32.const 1)))
                  (br $read)))
              (local.set $head (v128.load (local.get $start)))
              (local.set $blanks
                (i8x16.bitmask (i8x16.le_u (local.get $head) (i8x16.splat (i32.const 32)))))
              (if (i32.and (local.get $blanks) (i32.const 1))
                (then
                  ;; goes on, if there is more than blanks
                  (br_if $done (i32.eqz (local.get $inStanza)))
                  (br_if $done
                    (i32.ge_u
                      (i32.add (local.get $start) (i32.ctz (i32.xor (local.get $blanks) (i32.const -1))))
                      (local.get $end)))
                  (br_if $done (i32.eq (local.get $blanks) (i32.const 0xffff)))
                  (br $read)))
              ;; a name, and a colon behind it without a blank
              (br_if $done (i32.eq (i32.load8_u (local.get $start)) (i32.const 35)))
              (br_if $done (i32.gt_u (i32.load8_u (local.get $start)) (i32.const 127)))
              (local.set $colon
                (i32.ctz
                  (i32.or
                    (i8x16.bitmask (i8x16.eq (local.get $head) (i8x16.splat (i32.const 58))))
                    (i32.const 0x10000))))
              (br_if $done (i32.eqz (local.get $colon)))
              (br_if $done (i32.lt_u (i32.ctz (i32.or (local.get $blanks) (i32.const 0x10000))) (local.get $colon)))
              (local.set $inStanza (i32.const 1))
              (if (i32.eq (local.get $colon) (i32.const 16))
                (then
                  (loop $name
                    (local.set $field (i32.load8_u (i32.add (local.get $start) (local.get $colon))))
                    (br_if $read (i32.eq (local.get $field) (i32.const 58)))
                    (br_if $done (i32.le_u (local.get $field) (i32.const 32)))
                    (local.set $colon (i32.add (local.get $colon) (i32.const 1)))
                    (br $name))))
              (local.set $field (call $fieldAt (local.get $start) (local.get $colon)))
              (br_if $read (i32.eq (local.get $field) (i32.const 8)))
              (br_if $done (i32.and (i32.shr_u (local.get $seen) (local.get $field)) (i32.const 1)))
              (local.set $seen (i32.or (local.get $seen) (i32.shl (i32.const 1) (local.get $field))))
              ;; its value, without the blanks around it
              (local.set $from (i32.add (i32.add (local.get $start) (local.get $colon)) (i32.const 1)))
              (block $first
                (loop $before
                  (br_if $first (i32.ge_u (local.get $from) (local.get $end)))
                  (br_if $first (i32.gt_u (i32.load8_u (local.get $from)) (i32.const 32)))
                  (local.set $from (i32.add (local.get $from) (i32.const 1)))
                  (br $before)))
              (local.set $to (local.get $end))
              (block $last
                (loop $behind
                  (br_if $last (i32.le_u (local.get $to) (local.get $from)))
                  (br_if $last (i32.gt_u (i32.load8_u (i32.sub (local.get $to) (i32.const 1))) (i32.const 32)))
                  (local.set $to (i32.sub (local.get $to) (i32.const 1)))
                  (br $behind)))
              (if (i32.le_u (local.get $field) (i32.const 1))
                (then
                  (br_if $done (i32.eq (local.get $from) (local.get $to)))
                  (if (local.get $field)
                    (then
                      (br_if $done (i32.eq (i32.load16_u (local.get $from)) (i32.const 0x3a30)))))))
              (local.set $field (i32.add (global.get $slots) (i32.shl (local.get $field) (i32.const 3))))
              (i32.store (local.get $field) (local.get $from))
              (i32.store offset=4 (local.get $field) (local.get $to)))
            (local.set $start (i32.add (local.get $end) (i32.const 1)))
            (br $lines)))
        (local.set $at (i32.add (local.get $at) (i32.const 16)))
        (br $blocks)))
    (local.get $stanzas)))
