;; Finds newlines sixteen bytes at a time. The bytes stand from 0 on, zeros up to a multiple of sixteen behind them; the
;; places of the newlines are written as 32-bit numbers from `out` on. Gives how many there are.
(module
  (memory (export "memory") 6)
  (func (export "scan") (param $length i32) (param $out i32) (result i32)
    (local $at i32)
    (local $mask i32)
    (local $to i32)
    (local.set $to (local.get $out))
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
            (i32.store (local.get $to) (i32.add (local.get $at) (i32.ctz (local.get $mask))))
            (local.set $to (i32.add (local.get $to) (i32.const 4)))
            (local.set $mask (i32.and (local.get $mask) (i32.sub (local.get $mask) (i32.const 1))))
            (br $marks)))
        (local.set $at (i32.add (local.get $at) (i32.const 16)))
        (br $blocks)))
    (i32.shr_u (i32.sub (local.get $to) (local.get $out)) (i32.const 2))))
