//! The place of each of many keys, in sixteen bytes a key: most of the key is kept with the place, so that finding it does not have to
//! look anywhere else, which would be a miss of the cache more for each.

use hashbrown::HashTable;

/// Which place each key has.
#[derive(Debug, Default)]
pub(crate) struct Places {
    /// With 96 bits of the key: two of a billion fall together no sooner than by 128.
    places: HashTable<([u32; 3], u32)>,
}

impl Places {
    /// The place of a key.
    #[inline]
    pub fn find(&self, key: u128) -> Option<u32> {
        let wanted = tag(key);
        self.places.find(key as u64, |(known, _)| *known == wanted).map(|(_, place)| *place)
    }

    /// Gives a key that has none a place.
    #[inline]
    pub fn insert(&mut self, key: u128, place: u32) {
        self.places.insert_unique(key as u64, (tag(key), place), |(tag, _)| hash_of_tag(*tag));
    }

    /// How many keys there are.
    pub fn len(&self) -> usize {
        self.places.len()
    }
}

/// The part of a key that is kept: with the lower half of it by which it is hashed, and half of the rest.
fn tag(key: u128) -> [u32; 3] {
    [key as u32, (key >> 32) as u32, (key >> 64) as u32]
}

fn hash_of_tag([low, high, _]: [u32; 3]) -> u64 {
    u64::from(low) | u64::from(high) << 32
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn each_key_has_its_place_however_many_there_come_to_be() {
        let key = |at: u32| crate::cell::key::of_text(&at.to_string());
        let mut places = Places::default();
        (0..1000).for_each(|at| places.insert(key(at), at * 2));
        assert_eq!(places.len(), 1000);
        assert!((0..1000).all(|at| places.find(key(at)) == Some(at * 2)));
        assert_eq!(places.find(key(1000)), None);
        // The part above the lower half counts as well.
        assert_eq!(places.find(key(7) ^ 1 << 70), None);
    }
}
