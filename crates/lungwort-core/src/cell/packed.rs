//! Texts of up to 16 bytes, as most codes are, packed into two numbers and a length: compared and looked up without
//! going through them byte by byte.

/// A short text. Two are the same just where their texts are.
pub type Packed = (u64, u64, u8);

/// Packs a text of 1 to 16 bytes.
#[inline]
pub fn pack(text: &str) -> Option<Packed> {
    let bytes = text.as_bytes();
    let length = u8::try_from(bytes.len()).ok().filter(|length| *length <= 16)?;
    if let (Some(first), Some(last)) = (bytes.first_chunk::<8>(), bytes.last_chunk::<8>()) {
        return Some((u64::from_le_bytes(*first), u64::from_le_bytes(*last), length));
    }
    if let (Some(first), Some(last)) = (bytes.first_chunk::<4>(), bytes.last_chunk::<4>()) {
        return Some((u64::from(u32::from_le_bytes(*first)), u64::from(u32::from_le_bytes(*last)), length));
    }
    let (first, middle, last) = (bytes.first()?, bytes.get(bytes.len() / 2)?, bytes.last()?);
    Some((u64::from(*first), u64::from(*middle) << 8 | u64::from(*last), length))
}

/// Where to look for it first among so many places, a power of two.
#[inline]
pub fn place((first, last, length): Packed, places: usize) -> usize {
    let mixed = (first ^ last.rotate_left(29) ^ u64::from(length)).wrapping_mul(0x9e37_79b9_7f4a_7c15);
    (mixed >> 32) as usize & (places - 1)
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::pack;

    proptest! {
        #[test]
        fn texts_are_the_same_just_where_they_are_packed_the_same(one in "[abé]{0,18}", other in "[abé]{0,18}") {
            prop_assert_eq!(pack(&one).is_some(), (1..=16).contains(&one.len()));
            if let (Some(packed), Some(others)) = (pack(&one), pack(&other)) {
                prop_assert_eq!(packed == others, one == other);
            }
        }
    }
}
